//! The bench started: where it listens, what it says.

use std::io::Write;
use std::net::{IpAddr, SocketAddr};
use std::path::Path;

use anyhow::Context;

use super::ServeArguments;
use super::data::default_data;
use crate::api::network_address;
use crate::serve::{self, Settings};

/// Port that is tried first.
const USUAL_PORT: u16 = 4770;

pub(super) fn run_server(options: ServeArguments, demo: bool) -> anyhow::Result<()> {
    let passphrase = passphrase_of(options.passphrase_file.as_deref(), "YPSIDYNE_PASSPHRASE")?;
    let visitor_passphrase = passphrase_of(options.visitor_passphrase_file.as_deref(), "YPSIDYNE_VISITOR_PASSPHRASE")?;
    let data = match options.data {
        Some(file) => file,
        None => default_data(demo)?,
    };
    let settings = Settings { data, passphrase, visitor_passphrase, host_names: options.host_names, demo };
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

/// The first line of a file, else what a variable says.
fn passphrase_of(file: Option<&Path>, variable: &str) -> anyhow::Result<Option<String>> {
    let Some(file) = file else { return Ok(std::env::var(variable).ok()) };
    let text =
        std::fs::read_to_string(file).with_context(|| format!("cannot read the passphrase file {}", file.display()))?;
    Ok(Some(text.lines().next().unwrap_or("").to_owned()))
}

pub(super) fn run_instruments(motor: Option<&str>, port: Option<u16>, seed: u64) -> anyhow::Result<()> {
    use crate::instruments::role::Role;
    use crate::instruments::simulated::{self, SimulatedBench};
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
    if !address.ip().is_loopback() {
        print_for_the_wall(address, settings);
    }
    println!("Stop it with Ctrl-C.");
    // Whoever reads this through a pipe waits for the address.
    let _ = std::io::stdout().flush();
}

/// One line to print and hang up, and its code to point a camera at.
fn print_for_the_wall(address: SocketAddr, settings: &Settings) {
    let host = match settings.host_names.first() {
        Some(name) => Some(name.clone()),
        None if address.ip().is_unspecified() => network_address().map(|ip| ip.to_string()),
        None => Some(address.ip().to_string()),
    };
    let Some(host) = host else { return };
    let host = if host.contains(':') { format!("[{host}]") } else { host };
    let url = format!("http://{host}:{}", address.port());
    let asks = if settings.visitor_passphrase.is_some() { "the visitors' passphrase" } else { "the passphrase" };
    println!("For the wall: {url} \u{2013} it asks for {asks}");
    if let Ok(code) = qrcode::QrCode::new(url.as_bytes()) {
        println!("{}", code.render::<qrcode::render::unicode::Dense1x2>().quiet_zone(true).build());
    }
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
