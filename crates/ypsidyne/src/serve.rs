//! From settings and a listener to a running server, and to its end.

use std::net::{IpAddr, SocketAddr};
use std::path::PathBuf;

use anyhow::{Context, bail};
use axum::Router;
use tokio::net::TcpListener;
use tokio_util::sync::CancellationToken;
use ypsidyne_core::document::Build;
use ypsidyne_core::library::demo;
use ypsidyne_core::shelf::stock;
use ypsidyne_store::{Store, builds, instruments, parts, searches, sheets};

use crate::api;
use crate::backups;
use crate::connections;
use crate::guard::Guard;
use crate::instruments::registry::{InstrumentRegistry, Remembered};
use crate::instruments::simulated::{self, SEED, SimulatedBench};
use crate::jobs::Jobs;

/// How the server is to run.
#[derive(Debug, Clone)]
pub struct Settings {
    /// Database file.
    pub data: PathBuf,
    /// What must be given to do everything; none on this machine alone.
    pub passphrase: Option<String>,
    /// What must be given to read and try, and save nothing; `None` where nobody comes for that.
    pub visitor_passphrase: Option<String>,
    /// Names by which other machines call this one.
    pub host_names: Vec<String>,
    /// Whether the demo builds are put in.
    pub demo: bool,
}

/// Fewest characters of a passphrase.
const SHORTEST_PASSPHRASE: usize = 8;

impl Settings {
    /// Refuses what would let strangers in.
    ///
    /// # Errors
    /// An address other than this machine's own without a passphrase, or a passphrase that is too short.
    pub fn check(&self, address: IpAddr) -> anyhow::Result<()> {
        if !address.is_loopback() && self.passphrase.is_none() {
            bail!(
                "{address} can be reached by other machines, so visitors must give a passphrase: put one into a file \
                 and name it with --passphrase-file, or set YPSIDYNE_PASSPHRASE"
            );
        }
        let given = [("passphrase", &self.passphrase), ("visitors' passphrase", &self.visitor_passphrase)];
        for (what, text) in given {
            if text.as_ref().is_some_and(|text| text.chars().count() < SHORTEST_PASSPHRASE) {
                bail!("the {what} is too short: at least {SHORTEST_PASSPHRASE} characters are needed");
            }
        }
        if self.visitor_passphrase.is_some() && self.passphrase.is_none() {
            bail!("visitors have a passphrase and the owner has none: name one with --passphrase-file");
        }
        if self.visitor_passphrase.is_some() && self.visitor_passphrase == self.passphrase {
            bail!("visitors and owner have the same passphrase: take another for one of them");
        }
        Ok(())
    }
}

/// A server that is ready to run.
pub struct Bench {
    router: Router,
    closing: CancellationToken,
    hub: InstrumentRegistry,
    store: Store,
}

/// Opens the store, puts the demo in where asked, and builds the router.
///
/// # Errors
/// What keeps the database from opening.
pub async fn prepare(settings: &Settings, address: SocketAddr) -> anyhow::Result<Bench> {
    let (data, with_demo) = (settings.data.clone(), settings.demo);
    let (store, remembered) = tokio::task::spawn_blocking(move || -> anyhow::Result<(Store, Remembered)> {
        let store = Store::open(&data)?;
        store.with(|connection| searches::cut_all_off(connection, &crate::time::now()))?;
        if with_demo {
            seed(&store)?;
        }
        let kept = store.with(|connection| instruments::kept(connection))?;
        // What another version wrote is as good as nothing: the instruments are taken by hand then.
        let remembered: Remembered = kept.and_then(|said| serde_json::from_str(&said).ok()).unwrap_or_default();
        if !remembered.places.is_empty() {
            keep_in_mind(&store, &Remembered { seen_off: false, ..remembered.clone() })?;
        }
        Ok((store, remembered))
    })
    .await
    .context("opening the database was cut short")??;
    let guard = Guard::new(
        address,
        &settings.host_names,
        settings.passphrase.as_deref(),
        settings.visitor_passphrase.as_deref(),
    );
    let closing = CancellationToken::new();
    let jobs = Jobs::new(closing.clone())?;
    let hub = InstrumentRegistry::new(closing.clone());
    if settings.demo {
        let bench = SimulatedBench::new(simulated::motor(None)?, SEED);
        hub.simulate(bench.listen([0; 4]).await.context("the simulated bench found no free port")?);
    }
    hub.take_again(remembered);
    tokio::spawn(backups::daily(store.clone(), settings.data.clone(), closing.clone()));
    let router = api::router(store.clone(), &settings.data, guard, jobs, hub.clone(), closing.clone());
    Ok(Bench { router, closing, hub, store })
}

/// Keeps which instruments are in use, and whether they were seen off.
fn keep_in_mind(store: &Store, remembered: &Remembered) -> anyhow::Result<()> {
    let said = serde_json::to_string(remembered)?;
    Ok(store.with(|connection| instruments::keep(connection, &said))?)
}

/// Puts the demo builds and the stock of the shelf in, once for a database: a deleted one does not come back.
fn seed(store: &Store) -> anyhow::Result<()> {
    for demo in demo::BUILDS {
        let build = Build::from_json(demo.json).map_err(|problems| anyhow::anyhow!("{}: {problems:?}", demo.slug))?;
        let mut new = None;
        store.with(|connection| {
            if builds::mark_once(connection, &format!("demo {}", demo.slug), "seeded")? {
                let id = uuid::Uuid::now_v7().to_string();
                let now = crate::time::now();
                builds::create(
                    connection,
                    &id,
                    &builds::NewRevision { name: &build.name, document: demo.json, now: &now, by: None },
                )?;
                new = Some(id);
            }
            Ok(())
        })?;
        if let Some(id) = new {
            let entries = demo.entries().map_err(|problems| anyhow::anyhow!("{}: {problems:?}", demo.slug))?;
            api::new_entries(store, &id, entries)?;
        }
    }
    store.with(|connection| {
        if builds::mark_once(connection, "demo sheets", "seeded")? {
            for document in demo::SHEETS {
                let id = uuid::Uuid::now_v7().to_string();
                let new = sheets::NewSheet { build: None, part: None, document, now: &crate::time::now() };
                sheets::create(connection, &id, &new)?;
            }
        }
        Ok(())
    })?;
    store.with(|connection| {
        if builds::mark_once(connection, "demo shelf", "seeded")? {
            let stock: Vec<_> = stock::PARTS.iter().map(api::new_part).collect();
            parts::create(connection, &stock, || uuid::Uuid::now_v7().to_string(), &crate::time::now())?;
        }
        Ok(())
    })?;
    Ok(())
}

/// Serves until `stop` ends, then switches the bench off, ends searches and their streams and lets answers in flight finish;
/// within two seconds, whatever is open.
///
/// # Errors
/// What the listener reports.
pub async fn run(
    bench: Bench,
    listener: TcpListener,
    stop: impl Future<Output = ()> + Send + 'static,
) -> anyhow::Result<()> {
    let Bench { router, closing, hub, store } = bench;
    let close = async move {
        stop.await;
        // Whatever runs on the bench goes off before anything else.
        let seen_off = hub.close().await;
        if let Err(error) = keep_in_mind(&store, &hub.memory(seen_off)) {
            tracing::error!("which instruments are in use was not kept: {error}");
        }
        closing.cancel();
    };
    connections::serve(listener, router, close).await
}

/// Ends on Ctrl-C or SIGTERM.
pub async fn stop_signal() {
    let interrupt = async {
        // Without a handler there is nothing to wait for; the other signal still works.
        if tokio::signal::ctrl_c().await.is_err() {
            std::future::pending::<()>().await;
        }
    };
    #[cfg(unix)]
    let terminate = async {
        match tokio::signal::unix::signal(tokio::signal::unix::SignalKind::terminate()) {
            Ok(mut signal) => {
                signal.recv().await;
            }
            Err(_) => std::future::pending::<()>().await,
        }
    };
    #[cfg(not(unix))]
    let terminate = std::future::pending::<()>();
    tokio::select! {
        () = interrupt => {}
        () = terminate => {}
    }
}
