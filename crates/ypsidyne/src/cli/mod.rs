//! The command line. Results on standard output, messages on standard error; exit 0 done, 2 bad input, 1 anything else.

mod data;
mod documents;
mod server;

use std::net::{IpAddr, Ipv4Addr};
use std::path::PathBuf;
use std::process::ExitCode;

use clap::{Args, Parser, Subcommand};

use crate::archive::Policy;
use data::{archive, back_up, check, take_archive};
use documents::{build_sheet, compare, evaluate, find, measure, print_json, schema, simulate};
use server::{run_instruments, run_server};

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
    /// Write everything that is kept into one archive of open documents, to take along to another machine.
    #[command(
        long_about = "Writes a ZIP file: every build with its history, log and kept runs, every bench sheet, every part,                       each as the JSON document it goes in and out as, and a list of them. Also while the bench runs."
    )]
    Archive {
        /// The archive; it must not be there yet.
        file: PathBuf,
        /// The data file; your own builds when left out.
        #[arg(long, value_name = "FILE")]
        data: Option<PathBuf>,
    },
    /// Take an archive of another machine in: what is new is added, what stands differently here is told.
    #[command(
        long_about = "Reads an archive and says what of it is new here and what stands differently. Without --conflicts                       nothing is written. Taking the same archive in twice changes nothing the second time."
    )]
    TakeIn {
        /// The archive.
        file: PathBuf,
        /// What becomes of what stands differently here: ours stays, theirs comes as a new revision, or both stay.
        #[arg(long, value_enum)]
        conflicts: Option<Policy>,
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
    /// File whose first line is the passphrase of visitors, who read and try and save nothing.
    #[arg(long, value_name = "FILE", env = "YPSIDYNE_VISITOR_PASSPHRASE_FILE")]
    visitor_passphrase_file: Option<PathBuf>,
    /// Name by which other machines call this one; may be given several times.
    #[arg(long = "host-name", value_name = "NAME")]
    host_names: Vec<String>,
}

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
        Command::Archive { file, data } => archive(&file, data),
        Command::TakeIn { file, conflicts, data } => take_archive(&file, conflicts, data),
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
