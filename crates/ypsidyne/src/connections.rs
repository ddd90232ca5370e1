//! Connections: taken, given time limits, and ended with the program.
//!
//! Nobody holds the program up: not with half a request, not with a stream that is open.

use std::convert::Infallible;
use std::net::SocketAddr;
use std::time::Duration;

use anyhow::Context;
use axum::Router;
use axum::body::Body;
use axum::extract::{ConnectInfo, Request};
use hyper::body::Incoming;
use hyper_util::rt::{TokioIo, TokioTimer};
use hyper_util::server::graceful::GracefulShutdown;
use tokio::net::{TcpListener, TcpStream};
use tower::ServiceExt as _;

/// The head of a request comes within this time.
const HEAD_WITHIN: Duration = Duration::from_secs(10);
/// Each piece of a body comes within this time of the one before.
pub const BODY_WITHIN: Duration = Duration::from_secs(15);
/// Answers in flight have this long once the program ends.
const ANSWERS_WITHIN: Duration = Duration::from_millis(700);
/// After an accept that failed, for want of file handles as a rule.
const PAUSE_AFTER_FAILED: Duration = Duration::from_millis(100);

/// Serves connections until `closing` ends, then lets answers in flight finish for a moment.
///
/// # Errors
/// What the listener reports of itself.
pub async fn serve(listener: TcpListener, router: Router, closing: impl Future<Output = ()>) -> anyhow::Result<()> {
    listener.local_addr().context("the listener is gone")?;
    let open = GracefulShutdown::new();
    let mut closing = std::pin::pin!(closing);
    loop {
        tokio::select! {
            () = &mut closing => break,
            accepted = listener.accept() => match accepted {
                Ok((stream, peer)) => take(stream, peer, &router, &open),
                Err(error) => {
                    tracing::warn!("a connection could not be taken: {error}");
                    tokio::time::sleep(PAUSE_AFTER_FAILED).await;
                }
            },
        }
    }
    drop(listener);
    if tokio::time::timeout(ANSWERS_WITHIN, open.shutdown()).await.is_err() {
        tracing::info!("some answers were cut off");
    }
    Ok(())
}

/// Serves one connection on a task of its own.
fn take(stream: TcpStream, peer: SocketAddr, router: &Router, open: &GracefulShutdown) {
    let router = router.clone();
    let service = hyper::service::service_fn(move |request: hyper::Request<Incoming>| {
        let mut request: Request = request.map(Body::new);
        request.extensions_mut().insert(ConnectInfo(peer));
        let router = router.clone();
        async move { Ok::<_, Infallible>(router.oneshot(request).await.unwrap_or_else(|never| match never {})) }
    });
    let connection = hyper::server::conn::http1::Builder::new()
        .timer(TokioTimer::new())
        .header_read_timeout(HEAD_WITHIN)
        .serve_connection(TokioIo::new(stream), service);
    let connection = open.watch(connection);
    tokio::spawn(async move {
        if let Err(error) = connection.await {
            tracing::debug!("a connection ended early: {error}");
        }
    });
}
