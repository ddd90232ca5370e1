//! Login, where the server asks for a passphrase.

use std::net::SocketAddr;

use axum::Extension;
use axum::extract::{ConnectInfo, State};
use axum::http::{HeaderMap, StatusCode, header};
use axum::response::{IntoResponse, Response};
use serde::{Deserialize, Serialize};

use super::answer::Json;
use super::json::JsonBody;
use super::problem::ApiError;
use super::{App, Operation, Route};
use crate::guard::{self, Role};

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
    /// What this browser may do; null while it has not given it.
    role: Option<Role>,
    /// The name that was given.
    name: Option<String>,
}

/// The passphrase.
#[derive(Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct Passphrase {
    /// As typed.
    passphrase: String,
    /// Who comes, for the history of what is saved.
    #[serde(default)]
    name: Option<String>,
}

/// Longest name of a visitor, letters.
const LONGEST_NAME: usize = 60;

async fn state(State(app): State<App>, headers: HeaderMap) -> Json<SessionState> {
    let who = app.guard.knows(&headers);
    Json(SessionState {
        needs_passphrase: who.is_none(),
        role: who.as_ref().map(|who| who.role),
        name: who.and_then(|who| who.name),
    })
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
    let name = given.name.map(|name| name.trim().to_owned()).filter(|name| !name.is_empty());
    if name.as_ref().is_some_and(|name| name.chars().count() > LONGEST_NAME || name.chars().any(char::is_control)) {
        return Err(ApiError::Parameter {
            name: "name",
            came: name.unwrap_or_default().chars().take(LONGEST_NAME).collect(),
            needed: "at most 60 letters",
        });
    }
    let cookie = app.guard.open(&given.passphrase, name, from, guard::came_by_tls(&headers))?;
    Ok((StatusCode::NO_CONTENT, [(header::SET_COOKIE, cookie)]).into_response())
}
