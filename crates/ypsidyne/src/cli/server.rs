//! The bench started: where it listens, what it says.

use std::io::Write;
use std::net::{IpAddr, SocketAddr};

use anyhow::Context;

use super::ServeArguments;
use super::data::default_data;
use crate::serve::{self, Settings};

/// Port that is tried first.
const USUAL_PORT: u16 = 4770;

pub(super) fn run_server(options: ServeArguments, demo: bool) -> anyhow::Result<()> {
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

pub(super) fn run_instruments(motor: Option<&str>, port: Option<u16>, seed: u64) -> anyhow::Result<()> {
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
