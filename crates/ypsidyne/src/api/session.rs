//! Login, where the server asks for a passphrase.

use std::net::SocketAddr;

use axum::extract::{ConnectInfo, State};
use axum::http::{HeaderMap, StatusCode, header};
use axum::response::{IntoResponse, Response};
use axum::{Extension, Json};
use serde::{Deserialize, Serialize};

use super::json::JsonBody;
use super::problem::ApiError;
use super::{App, Operation, Route};
use crate::guard;

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/session")
            .get(state, Operation::new::<SessionState>("session", "Whether a passphrase is needed."))
            .post(open, Operation::empty("openSession", "Give the passphrase.").body::<Passphrase>()),
        Route::at("/api/health")
            .get(async || StatusCode::NO_CONTENT, Operation::empty("health", "Whether the server answers.")),
    ]
}

/// Whether a passphrase is needed.
#[derive(Serialize, schemars::JsonSchema)]
struct SessionState {
    /// Whether this browser still has to give it.
    needs_passphrase: bool,
}

/// The passphrase.
#[derive(Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct Passphrase {
    /// As typed.
    passphrase: String,
}

async fn state(State(app): State<App>, headers: HeaderMap) -> Json<SessionState> {
    Json(SessionState { needs_passphrase: !app.guard.knows(&headers) })
}

async fn open(
    State(app): State<App>,
    peer: Option<Extension<ConnectInfo<SocketAddr>>>,
    headers: HeaderMap,
    body: JsonBody,
) -> Result<Response, ApiError> {
    let given: Passphrase = body.read().await?;
    if !app.guard.asks() {
        return Ok(StatusCode::NO_CONTENT.into_response());
    }
    let from = guard::asked_from(&headers, peer.as_deref());
    let cookie = app.guard.open(&given.passphrase, from, guard::came_by_tls(&headers))?;
    Ok((StatusCode::NO_CONTENT, [(header::SET_COOKIE, cookie)]).into_response())
}
