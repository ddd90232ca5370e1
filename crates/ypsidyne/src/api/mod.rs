//! The interface over HTTP. [`routes`] is the one list: the router and the OpenAPI document are made from it.

mod answer;
mod archive;
mod backups;
mod builds;
mod choosing;
mod compute;
mod etag;
mod extract;
mod instruments;
mod json;
mod known;
mod logbook;
mod openapi;
mod options;
mod part_files;
mod parts;
mod phone;
pub mod problem;
mod propose;
mod reader;
mod route;
mod runs;
mod search_request;
mod searches;
mod session;
mod sheets;
mod simulate;
mod trade;
mod visitors;
mod weighing;
mod workshop;

use std::path::Path;
use std::sync::Arc;

use axum::Router;
use axum::extract::DefaultBodyLimit;
use axum::middleware;
use tokio::sync::Semaphore;
use ypsidyne_store::{Connection, Store, StoreError};

use crate::guard::{self, Guard};
use crate::instruments::registry::InstrumentRegistry;
use crate::jobs::Jobs;
use crate::page;
use crate::underway::Underway;
use problem::ApiError;
use tokio_util::sync::CancellationToken;

pub(crate) use answer::takes_packed;
pub(crate) use logbook::{entry_in, entry_out, entry_over, new_entries};
pub(crate) use openapi::Operation;
pub use openapi::openapi;
pub(crate) use parts::new_part;
pub(crate) use phone::network_address;
pub(crate) use route::Route;

/// Largest request body.
pub const LARGEST_BODY_BYTES: usize = 4 * 1024 * 1024;

/// What handlers share.
#[derive(Clone)]
pub(crate) struct App {
    store: Store,
    /// The file that it is kept in.
    data: Arc<Path>,
    guard: Guard,
    /// Searches that run.
    jobs: Jobs,
    /// Runs that are under way.
    underway: Underway,
    /// Cancelled when the program closes; every run, search and sweep has a token below it.
    closing: CancellationToken,
    /// Instruments of the bench.
    instruments: InstrumentRegistry,
    /// One permit a core: computations queue instead of crowding each other out.
    cores: Arc<Semaphore>,
}

impl App {
    /// Runs a database function off the async threads.
    async fn store<T: Send + 'static>(
        &self,
        work: impl FnOnce(&mut Connection) -> Result<T, StoreError> + Send + 'static,
    ) -> Result<T, ApiError> {
        let store = self.store.clone();
        let done = tokio::task::spawn_blocking(move || store.with(work)).await;
        Ok(done.map_err(|_| ApiError::Internal)??)
    }

    /// Runs a computation that asks on its way whether it is still wanted: a dropped request or the end of the program stops it.
    async fn watched<T: Send + 'static>(
        &self,
        work: impl FnOnce(&CancellationToken) -> T + Send + 'static,
    ) -> Result<T, ApiError> {
        // Dropped with this future, it stops what runs.
        let run = self.underway.begin();
        let token = run.token();
        self.compute(move || work(&token)).await
    }

    /// Runs a computation off the async threads, no more at once than there are cores.
    async fn compute<T: Send + 'static>(&self, work: impl FnOnce() -> T + Send + 'static) -> Result<T, ApiError> {
        // Held inside the job: a dropped request must not free a core that still computes.
        let permit = Arc::clone(&self.cores).acquire_owned().await.map_err(|_| ApiError::Internal)?;
        tokio::task::spawn_blocking(move || {
            let _permit = permit;
            work()
        })
        .await
        .map_err(|_| ApiError::Internal)
    }
}

/// Every path under `/api`.
fn routes() -> Vec<Route> {
    [
        compute::routes(),
        choosing::routes(),
        weighing::routes(),
        known::routes(),
        propose::routes(),
        trade::routes(),
        builds::routes(),
        backups::routes(),
        archive::routes(),
        parts::routes(),
        part_files::routes(),
        searches::routes(),
        options::routes(),
        sheets::routes(),
        simulate::routes(),
        runs::routes(),
        workshop::routes(),
        instruments::routes(),
        logbook::routes(),
        phone::routes(),
        session::routes(),
    ]
    .into_iter()
    .flatten()
    .collect()
}

/// The whole server: interface, page, guard, headers.
pub(crate) fn router(
    store: Store,
    data: &Path,
    guard: Guard,
    jobs: Jobs,
    hub: InstrumentRegistry,
    closing: CancellationToken,
) -> Router {
    let cores = std::thread::available_parallelism().map_or(2, std::num::NonZero::get);
    let app = App {
        store,
        data: data.into(),
        guard: guard.clone(),
        jobs,
        underway: Underway::new(closing.clone()),
        closing,
        instruments: hub,
        cores: Arc::new(Semaphore::new(cores)),
    };
    let api = routes()
        .into_iter()
        .fold(Router::new(), |router, route| route.into_router(router))
        .route("/api", axum::routing::any(problem::unknown_path))
        .route("/api/{*path}", axum::routing::any(problem::unknown_path))
        .layer(middleware::from_fn(problem::only_problems))
        .layer(middleware::from_fn(answer::written))
        .layer(DefaultBodyLimit::max(LARGEST_BODY_BYTES))
        .layer(tower_http::timeout::RequestBodyTimeoutLayer::new(crate::connections::BODY_WITHIN))
        .with_state(app);
    let page = Router::new().fallback(axum::routing::get(page::page));
    api.fallback_service(page)
        .layer(middleware::from_fn_with_state(guard, guard::check))
        .layer(middleware::from_fn(guard::security_headers))
        .layer(tower_http::trace::TraceLayer::new_for_http())
}
