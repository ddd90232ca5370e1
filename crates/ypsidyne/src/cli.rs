//! The command line. Results on standard output, messages on standard error; exit 0 done, 2 bad input, 1 anything else.

use std::collections::BTreeMap;
use std::io::{Read, Write};
use std::net::{IpAddr, Ipv4Addr, SocketAddr};
use std::path::{Path, PathBuf};
use std::process::ExitCode;
use std::sync::atomic::Ordering;
use std::time::Duration;

use anyhow::Context;
use clap::{Args, Parser, Subcommand};
use ypsidyne_core::document::log::{Entry, LogHeading};
use ypsidyne_core::document::{Build, Log, Measurement, Problem, Search, Simulation};
use ypsidyne_core::logbook::ride_table::read_ride;
use ypsidyne_core::variants::search::{Space, Watch};

use crate::serve::{self, Settings};

/// The program's arguments.
#[derive(Parser)]
#[command(
    name = "ypsidyne",
    version,
    about = "Size, measure and prove electric drives.",
    long_about = "Ypsidyne works out what a chain of battery, wiring, controller, motor, gearing and load does, which \
                  part gives way first, and by how much.\n\nStart with `ypsidyne demo`: it opens the sizing bench with a \
                  few machines to look at. `ypsidyne serve` is the same with your own builds. `ypsidyne evaluate FILE` \
                  answers on the command line.",
    after_help = "Examples:\n  ypsidyne demo\n  ypsidyne evaluate cart.json | less\n  ypsidyne schema build > build.schema.json\n  \
                  ypsidyne serve --port 8080 --data workshop.sqlite",
    max_term_width = 100
)]
struct Arguments {
    #[command(subcommand)]
    command: Command,
}

#[derive(Subcommand)]
enum Command {
    /// Start the sizing bench with the demo builds, and print its address.
    Demo(ServeArguments),
    /// Start the sizing bench with your own builds, and print its address.
    Serve(ServeArguments),
    /// Evaluate a build document: every case, check and limit as JSON.
    #[command(
        long_about = "Reads a ypsidyne.build/1 document and prints a ypsidyne.evaluation/1 document.\n\nWhat is wrong \
                      with the document is listed on standard error, every problem at once, each with the place in \
                      the document, what came and what would do; the exit code is then 2."
    )]
    Evaluate {
        /// The document; - reads standard input.
        file: PathBuf,
    },
    /// Search for parts: every combination a search document names, judged with the whole model, as JSON.
    #[command(
        long_about = "Reads a ypsidyne.search/1 document (job, drive, base option, what to vary, what to rank by) and \
                      prints a ypsidyne.found/1 document: how many combinations do the job, the best of them, those \
                      nothing beats in price, mass, runtime and margin at once, and what the others fell to. Progress \
                      goes to standard error."
    )]
    Find {
        /// The document; - reads standard input.
        file: PathBuf,
    },
    /// Run a build over time: a launch, a held speed, a course, shots; as JSON, or the series as CSV.
    #[command(
        long_about = "Reads a ypsidyne.simulation/1 document (a build, and what one of its options is asked to do) and \
                      prints a ypsidyne.simulated/1 document: how it ended, the summary, what happened on the way, where \
                      the energy went, and the series.\n\nWith --csv the series of the leading drive comes as a table."
    )]
    Simulate {
        /// The document; - reads standard input.
        file: PathBuf,
        /// Print the series as CSV.
        #[arg(long)]
        csv: bool,
    },
    /// Write the build sheet of a build: one HTML file that needs nothing else, to read or print.
    #[command(
        long_about = "Reads a ypsidyne.build/1 document and prints its build sheet: what it must do, the power path, the \
                      verdict, parts, loom and runs, mechanics, settings, charging, first power-up and cautions.\n\n\
                      The chosen option is taken, the first where none is chosen; --option takes another by its name."
    )]
    Sheet {
        /// The document; - reads standard input.
        file: PathBuf,
        /// Name of the option.
        #[arg(long)]
        option: Option<String>,
    },
    /// Work out a bench sheet: readings to figures with their uncertainty, as JSON.
    #[command(long_about = "Reads a ypsidyne.measurement/1 document (the readings of one sheet) and prints a \
                      ypsidyne.measured/1 document: results, uncertainty, the fit, what is wrong with the readings.\n\n\
                      Too few or contradicting readings are refused with what is needed; the exit code is then 2.")]
    Measure {
        /// The document; - reads standard input.
        file: PathBuf,
    },
    /// Compare rides with what is computed of them, as JSON.
    #[command(
        long_about = "Reads a ypsidyne.log/1 document and prints a ypsidyne.compared/1 document: what each ride adds up to, \
                      where it agrees with the same course computed and where it leaves it, which figures of the build it \
                      corrects and how surely, what checks say of the magnets, wear, failures.\n\nWith --build the file is a \
                      logger's table (CSV) instead, and the build is the one that was ridden; what cannot be used of the \
                      table is named on standard error by line and column."
    )]
    Compare {
        /// The document, or the table; - reads standard input.
        file: PathBuf,
        /// The build that was ridden: the file is a logger's table then.
        #[arg(long)]
        build: Option<PathBuf>,
        /// The option that was ridden; the first when left out.
        #[arg(long, requires = "build")]
        option: Option<String>,
    },
    /// Start a simulated bench: supply, meter, tachometer and thermometer around a motor, each on a port of this machine.
    #[command(
        long_about = "Starts four instruments that speak SCPI over TCP on this machine, around one simulated motor, and \
                      prints their addresses. They scatter, round, warm up and ripple as real ones do.\n\nBeside the \
                      usual commands the supply takes SIM:LOCK ON|OFF (clamp the shaft), SIM:MOT WORDS (another motor of the stock) and SIM:FAUL NAME,ON|OFF (brush, \
                      turn, magnet, sensor, slow, dead), the meter SIM:SHOR ON|OFF (leads held together) and SIM:TURN DEGREES."
    )]
    Instruments {
        /// Words of the name of a motor of the stock; a can without a label when left out.
        #[arg(long)]
        motor: Option<String>,
        /// Port of the supply; meter, tachometer and thermometer take the next three. Free ones when left out.
        #[arg(long)]
        port: Option<u16>,
        /// Seed of the scatter.
        #[arg(long, default_value_t = crate::instruments::simulated::SEED)]
        seed: u64,
    },
    /// Write a copy of the data into a new file, also while the bench runs.
    #[command(
        long_about = "Writes a consistent copy of the data file into a new one, also while the bench runs and is \
                      written to. The bench keeps a copy of every day by itself, seven of them, in a folder beside the data."
    )]
    Backup {
        /// The copy; it must not be there yet.
        file: PathBuf,
        /// The data file; your own builds when left out.
        #[arg(long, value_name = "FILE")]
        data: Option<PathBuf>,
    },
    /// Look a data file through, without changing it: is it whole, and what can be read of it.
    #[command(
        long_about = "Reads every page, every revision, part, sheet, run, search, log entry and picture of a data file. \
                      What cannot be opened is named; the exit code is then 1. Nothing is written."
    )]
    Check {
        /// The data file, or a copy of one.
        file: PathBuf,
    },
    /// Print the JSON Schema of a document.
    Schema {
        /// build, evaluation, part, shelf, search, found, measurement, measured, simulation or simulated.
        what: String,
    },
    /// Print the OpenAPI description of the interface over HTTP.
    Openapi,
}

#[derive(Args)]
struct ServeArguments {
    /// Port; without it 4770, or a free one when that is taken.
    #[arg(long)]
    port: Option<u16>,
    /// Address to listen on. Other than this machine's own needs a passphrase.
    #[arg(long, default_value_t = IpAddr::V4(Ipv4Addr::LOCALHOST))]
    address: IpAddr,
    /// Database file; made when it is not there.
    #[arg(long, value_name = "FILE")]
    data: Option<PathBuf>,
    /// File whose first line is the passphrase that visitors must give.
    #[arg(long, value_name = "FILE", env = "YPSIDYNE_PASSPHRASE_FILE")]
    passphrase_file: Option<PathBuf>,
    /// Name by which other machines call this one; may be given several times.
    #[arg(long = "host-name", value_name = "NAME")]
    host_names: Vec<String>,
}

/// Port that is tried first.
const USUAL_PORT: u16 = 4770;

/// Runs the program with the process's arguments.
#[must_use]
pub fn main() -> ExitCode {
    tracing_subscriber::fmt()
        .with_writer(std::io::stderr)
        .with_env_filter(
            tracing_subscriber::EnvFilter::try_from_env("YPSIDYNE_LOG")
                .unwrap_or_else(|_| tracing_subscriber::EnvFilter::new("warn")),
        )
        .init();
    let arguments = Arguments::parse();
    let done = match arguments.command {
        Command::Demo(options) => run_server(options, true),
        Command::Serve(options) => run_server(options, false),
        Command::Evaluate { file } => return evaluate(&file),
        Command::Find { file } => return find(&file),
        Command::Measure { file } => return measure(&file),
        Command::Compare { file, build, option } => return compare(&file, build.as_deref(), option),
        Command::Sheet { file, option } => return build_sheet(&file, option.as_deref()),
        Command::Simulate { file, csv } => return simulate(&file, csv),
        Command::Instruments { motor, port, seed } => run_instruments(motor.as_deref(), port, seed),
        Command::Backup { file, data } => back_up(&file, data),
        Command::Check { file } => return check(&file),
        Command::Schema { what } => return schema(&what),
        Command::Openapi => print_json(&crate::api::openapi()),
    };
    finish(done)
}

fn finish(done: anyhow::Result<()>) -> ExitCode {
    match done {
        Ok(()) => ExitCode::SUCCESS,
        Err(error) => {
            eprintln!("ypsidyne: {error:#}");
            ExitCode::FAILURE
        }
    }
}

/// Exit code for input that cannot be used.
const BAD_INPUT: u8 = 2;

/// Reads a document and does something with it; what is wrong with it is listed.
fn with_document<T>(
    file: &Path,
    read: impl FnOnce(&str) -> Result<T, Vec<Problem>>,
    act: impl FnOnce(T) -> anyhow::Result<()>,
) -> ExitCode {
    let text = match read_text(file) {
        Ok(text) => text,
        Err(error) => {
            eprintln!("ypsidyne: {error:#}");
            return ExitCode::from(BAD_INPUT);
        }
    };
    match read(&text) {
        Ok(document) => finish(act(document)),
        Err(problems) => {
            print_problems(file, &problems);
            ExitCode::from(BAD_INPUT)
        }
    }
}

fn evaluate(file: &Path) -> ExitCode {
    with_document(file, Build::from_json, |build| {
        print_json(&ypsidyne_core::variants::remedies::evaluate_with_remedies(&build))
    })
}

fn find(file: &Path) -> ExitCode {
    /// Between two lines of progress.
    const EVERY: Duration = Duration::from_secs(2);
    with_document(file, Search::from_json, |search| {
        let watch = Watch::default();
        let all = Space::new(&search).count();
        let (done, ended) = std::sync::mpsc::channel::<()>();
        let found = std::thread::scope(|scope| {
            let watch = &watch;
            scope.spawn(move || {
                while ended.recv_timeout(EVERY) == Err(std::sync::mpsc::RecvTimeoutError::Timeout) {
                    eprintln!("ypsidyne: {} of {all} combinations", watch.done.load(Ordering::Relaxed));
                }
            });
            let found = ypsidyne_core::variants::search::find(&search, watch);
            drop(done);
            found
        });
        print_json(&found)
    })
}

fn measure(file: &Path) -> ExitCode {
    let worked_out =
        |text: &str| Measurement::from_json(text).and_then(|readings| ypsidyne_core::measurement::measure(&readings));
    with_document(file, worked_out, |measured| print_json(&measured))
}

fn compare(file: &Path, build: Option<&Path>, option: Option<String>) -> ExitCode {
    let Some(build) = build else {
        return with_document(file, Log::from_json, |log| print_json(&ypsidyne_core::logbook::compare(&log)));
    };
    let table = match read_text(file).and_then(|text| Ok(read_ride(&text, &BTreeMap::new())?)) {
        Ok(table) => table,
        Err(error) => return finish(Err(error)),
    };
    for said in &table.says {
        eprintln!("ypsidyne: {said}");
    }
    for problem in &table.problems {
        let column = problem.column.as_deref().map_or_else(String::new, |column| format!(", {column}"));
        eprintln!("ypsidyne: line {}{column}: {}", problem.line, problem.detail);
    }
    let unnamed = table.problem_count - table.problems.len();
    if unnamed > 0 {
        eprintln!("ypsidyne: and {unnamed} more");
    }
    let log_of = |text: &str| {
        let build = Build::from_json(text)?;
        let heading = LogHeading { name: None, option: option.clone(), drive: None };
        Log::of(build, heading, vec![Entry::of_ride("unknown", table.columns.clone())])
    };
    with_document(build, log_of, |log| print_json(&ypsidyne_core::logbook::compare(&log)))
}

fn back_up(file: &Path, data: Option<PathBuf>) -> anyhow::Result<()> {
    let data = match data {
        Some(data) => data,
        None => default_data(false)?,
    };
    anyhow::ensure!(data.exists(), "there is no data file {}", data.display());
    anyhow::ensure!(!file.exists(), "{} is there already: name another file", file.display());
    let store = ypsidyne_store::Store::open(&data)?;
    store.with(|connection| ypsidyne_store::backup::copy(connection, file))?;
    let looked = ypsidyne_store::backup::look_through(file)?;
    anyhow::ensure!(looked.is_sound(), "the copy is not whole: look {} through with `ypsidyne check`", data.display());
    println!("{} holds a copy of {}", file.display(), data.display());
    Ok(())
}

fn check(file: &Path) -> ExitCode {
    let looked = match ypsidyne_store::backup::look_through(file) {
        Ok(looked) => looked,
        Err(error) => {
            eprintln!("ypsidyne: {error}");
            return ExitCode::from(BAD_INPUT);
        }
    };
    for (name, all, read) in &looked.kinds {
        println!("{name}: {read} of {all} can be read");
    }
    for line in looked.pages.iter().chain(&looked.damaged) {
        println!("damaged: {line}");
    }
    if looked.is_sound() {
        println!("{} is whole", file.display());
        return ExitCode::SUCCESS;
    }
    println!(
        "What can be read can be exported: start the bench on a copy of this file, or go back to a day's copy beside it."
    );
    ExitCode::FAILURE
}

fn simulate(file: &Path, csv: bool) -> ExitCode {
    /// Between two lines of progress.
    const EVERY: Duration = Duration::from_secs(2);
    with_document(file, Simulation::from_json, |simulation| {
        let mut told = std::time::Instant::now();
        let ran = ypsidyne_core::simulation::simulate(&simulation, &mut |progress| {
            if told.elapsed() >= EVERY {
                told = std::time::Instant::now();
                eprintln!("ypsidyne: {:.0} s, {:.0} % of the charge", progress.t_s, 100.0 * progress.state_of_charge);
            }
            true
        });
        if csv {
            return print_text(&ran.lead.series.to_csv());
        }
        print_json(&ran)
    })
}

fn build_sheet(file: &Path, option: Option<&str>) -> ExitCode {
    use ypsidyne_core::workshop::build_sheet::{Title, chosen, sheet};
    with_document(file, Build::from_json, |build| {
        let place = match option {
            None => chosen(&build),
            Some(name) => build.options.iter().position(|option| option.name == name).ok_or_else(|| {
                let names: Vec<_> = build.options.iter().map(|option| option.name.as_str()).collect();
                anyhow::anyhow!("no option is called {name:?}; there are {}", names.join(", "))
            })?,
        };
        let day = crate::time::now().get(..10).unwrap_or_default().to_owned();
        let text = sheet(&build, place, &Title { day, revision: None }, &|| true).unwrap_or_default();
        print_text(&text)
    })
}

fn print_problems(file: &Path, problems: &[Problem]) {
    let count = problems.len();
    eprintln!("ypsidyne: {} {} in {}", count, if count == 1 { "problem" } else { "problems" }, file.display());
    for problem in problems {
        let place = if problem.pointer.is_empty() { "the document" } else { &problem.pointer };
        eprintln!("  {place}: {}", problem.detail);
    }
}

fn read_text(file: &Path) -> anyhow::Result<String> {
    if file == Path::new("-") {
        let mut text = String::new();
        std::io::stdin().read_to_string(&mut text).context("standard input is not readable text")?;
        return Ok(text);
    }
    std::fs::read_to_string(file).with_context(|| format!("cannot read {}", file.display()))
}

fn schema(what: &str) -> ExitCode {
    match ypsidyne_core::schema::schema(what) {
        Some(schema) => finish(print_json(&schema)),
        None => {
            eprintln!(
                "ypsidyne: there is no schema {what:?}; there are {}",
                ypsidyne_core::schema::DOCUMENTS.join(", ")
            );
            ExitCode::from(BAD_INPUT)
        }
    }
}

fn print_text(text: &str) -> anyhow::Result<()> {
    written(std::io::stdout().lock().write_all(text.as_bytes()))
}

/// A reader that has seen enough, such as `head`, is no failure.
fn written(done: std::io::Result<()>) -> anyhow::Result<()> {
    match done {
        Err(error) if error.kind() == std::io::ErrorKind::BrokenPipe => Ok(()),
        other => other.context("cannot write the result"),
    }
}

fn print_json(value: &impl serde::Serialize) -> anyhow::Result<()> {
    let mut out = std::io::stdout().lock();
    written(
        serde_json::to_writer_pretty(&mut out, value).map_err(std::io::Error::from).and_then(|()| out.write_all(b"\n")),
    )
}

fn run_server(options: ServeArguments, demo: bool) -> anyhow::Result<()> {
    let passphrase = match (&options.passphrase_file, std::env::var("YPSIDYNE_PASSPHRASE")) {
        (Some(file), _) => {
            let text = std::fs::read_to_string(file)
                .with_context(|| format!("cannot read the passphrase file {}", file.display()))?;
            Some(text.lines().next().unwrap_or("").to_owned())
        }
        (None, Ok(text)) => Some(text),
        (None, Err(_)) => None,
    };
    let data = match options.data {
        Some(file) => file,
        None => default_data(demo)?,
    };
    let settings = Settings { data, passphrase, host_names: options.host_names, demo };
    settings.check(options.address)?;
    let runtime = tokio::runtime::Builder::new_multi_thread().enable_all().build()?;
    let served = runtime.block_on(async move {
        let listener = bind(options.address, options.port)?;
        let address = listener.local_addr()?;
        let bench = serve::prepare(&settings, address).await?;
        announce(address, &settings, demo);
        serve::run(bench, listener, serve::stop_signal()).await
    });
    // What is still being worked out is of no use to anybody; what was stored is on the disk.
    runtime.shutdown_background();
    served
}

fn run_instruments(motor: Option<&str>, port: Option<u16>, seed: u64) -> anyhow::Result<()> {
    use crate::instruments::simulated::{self, Role, SimulatedBench};
    let bench = SimulatedBench::new(simulated::motor(motor)?, seed);
    let runtime = tokio::runtime::Builder::new_multi_thread().enable_all().build()?;
    runtime.block_on(async move {
        let next = |place: u16| port.map_or(0, |port| port.saturating_add(place));
        let addresses = bench.listen([next(0), next(1), next(2), next(3)]).await.context("a port is taken")?;
        for (role, address) in Role::ALL.into_iter().zip(addresses) {
            println!("{} {address}", role.word());
        }
        println!("Stop it with Ctrl-C.");
        let _ = std::io::stdout().flush();
        serve::stop_signal().await;
        Ok(())
    })
}

fn announce(address: SocketAddr, settings: &Settings, demo: bool) {
    println!("Ypsidyne is at http://{address}");
    if demo {
        println!("It shows the demo builds; what you change is kept in {}", settings.data.display());
    } else {
        println!("Your builds are kept in {}", settings.data.display());
    }
    println!("Stop it with Ctrl-C.");
    // Whoever reads this through a pipe waits for the address.
    let _ = std::io::stdout().flush();
}

fn bind(address: IpAddr, port: Option<u16>) -> anyhow::Result<tokio::net::TcpListener> {
    let wanted = SocketAddr::new(address, port.unwrap_or(USUAL_PORT));
    match (listen(wanted), port) {
        (Ok(listener), _) => Ok(listener),
        (Err(error), None) if error.kind() == std::io::ErrorKind::AddrInUse => {
            listen(SocketAddr::new(address, 0)).context("no free port")
        }
        (Err(error), _) => Err(error).with_context(|| format!("cannot listen on {wanted}; try another --port")),
    }
}

/// Visitors that may stand before the door at once: a class that opens the page together is more than the usual 128.
const QUEUE: u32 = 1024;

fn listen(wanted: SocketAddr) -> std::io::Result<tokio::net::TcpListener> {
    let socket = if wanted.is_ipv4() { tokio::net::TcpSocket::new_v4() } else { tokio::net::TcpSocket::new_v6() }?;
    #[cfg(not(windows))]
    socket.set_reuseaddr(true)?;
    socket.bind(wanted)?;
    socket.listen(QUEUE)
}

fn default_data(demo: bool) -> anyhow::Result<PathBuf> {
    let folder =
        dirs::data_dir().context("no home folder to keep builds in; name a file with --data")?.join("ypsidyne");
    std::fs::create_dir_all(&folder).with_context(|| format!("cannot make {}", folder.display()))?;
    Ok(folder.join(if demo { "demo.sqlite" } else { "builds.sqlite" }))
}
