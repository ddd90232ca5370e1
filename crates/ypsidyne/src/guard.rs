//! Who may talk to the server.
//!
//! A page elsewhere could make the browser send requests here. Against that: the Host must be one of ours (else a
//! foreign name points at this machine), and an Origin, where the browser sends one, must be ours too. Beyond this
//! machine a passphrase is asked for.

use std::collections::HashSet;
use std::net::{IpAddr, SocketAddr};
use std::sync::{Arc, Mutex, PoisonError};
use std::time::Duration;

use axum::extract::{Request, State};
use axum::http::{HeaderMap, HeaderName, HeaderValue, Uri, header};
use axum::middleware::Next;
use axum::response::{IntoResponse, Response};
use sha2::{Digest, Sha256};
use subtle::ConstantTimeEq;

use crate::api::problem::ApiError;

/// Name of the cookie of a logged-in browser.
const COOKIE: &str = "ypsidyne_session";
/// A wrong passphrase costs this long, and tries queue.
const WRONG_PASSPHRASE_PAUSE: Duration = Duration::from_millis(400);
/// Sessions beyond this forget the oldest ones, all at once.
const MOST_SESSIONS: usize = 1000;

/// Who may talk to the server. Cheap to clone.
#[derive(Clone)]
pub struct Guard(Arc<Inner>);

struct Inner {
    loopback: bool,
    host_names: Vec<String>,
    passphrase_digest: Option<[u8; 32]>,
    sessions: Mutex<HashSet<String>>,
    tries: tokio::sync::Mutex<()>,
}

impl Guard {
    /// A guard for a server at `address`.
    #[must_use]
    pub fn new(address: SocketAddr, host_names: &[String], passphrase: Option<&str>) -> Self {
        Self(Arc::new(Inner {
            loopback: address.ip().is_loopback(),
            host_names: host_names.iter().map(|name| name.to_ascii_lowercase()).collect(),
            passphrase_digest: passphrase.map(|text| Sha256::digest(text.as_bytes()).into()),
            sessions: Mutex::new(HashSet::new()),
            tries: tokio::sync::Mutex::new(()),
        }))
    }

    /// Whether visitors must give a passphrase.
    #[must_use]
    pub fn asks(&self) -> bool {
        self.0.passphrase_digest.is_some()
    }

    /// Whether the request carries a session, or none is needed.
    #[must_use]
    pub fn knows(&self, headers: &HeaderMap) -> bool {
        if !self.asks() {
            return true;
        }
        let sessions = self.0.sessions.lock().unwrap_or_else(PoisonError::into_inner);
        headers
            .get_all(header::COOKIE)
            .iter()
            .filter_map(|value| value.to_str().ok())
            .flat_map(|cookies| cookies.split(';'))
            .filter_map(|cookie| cookie.trim().strip_prefix(COOKIE)?.strip_prefix('='))
            .any(|token| sessions.contains(token))
    }

    /// Opens a session for the right passphrase; the value is for `Set-Cookie`.
    pub async fn open(&self, passphrase: &str) -> Option<String> {
        let wanted = self.0.passphrase_digest?;
        // One try at a time, so that many connections guess no faster than one.
        let _queue = self.0.tries.lock().await;
        let given: [u8; 32] = Sha256::digest(passphrase.as_bytes()).into();
        if !bool::from(given.ct_eq(&wanted)) {
            tokio::time::sleep(WRONG_PASSPHRASE_PAUSE).await;
            return None;
        }
        let token = format!("{}{}", uuid::Uuid::new_v4().simple(), uuid::Uuid::new_v4().simple());
        let mut sessions = self.0.sessions.lock().unwrap_or_else(PoisonError::into_inner);
        if sessions.len() >= MOST_SESSIONS {
            sessions.clear();
        }
        sessions.insert(token.clone());
        Some(format!("{COOKIE}={token}; Path=/; HttpOnly; SameSite=Strict"))
    }

    /// Whether a Host header names this server. An address cannot be pointed elsewhere by a foreign name service, so
    /// any address will do where other machines may come.
    fn is_own_host(&self, host: &str) -> bool {
        let Some(authority) = host.parse::<axum::http::uri::Authority>().ok() else {
            return false;
        };
        let name = authority.host().trim_start_matches('[').trim_end_matches(']').to_ascii_lowercase();
        if name == "localhost" || self.0.host_names.contains(&name) {
            return true;
        }
        name.parse::<IpAddr>().is_ok_and(|address| address.is_loopback() || !self.0.loopback)
    }
}

/// Paths that answer before a login.
const OPEN_PATHS: &[&str] = &["/api/session", "/api/health"];

/// Checks Host, Origin and session of every request.
pub async fn check(State(guard): State<Guard>, request: Request, next: Next) -> Response {
    let headers = request.headers();
    let host = headers.get(header::HOST).and_then(|value| value.to_str().ok()).unwrap_or("");
    if !guard.is_own_host(host) {
        return ApiError::ForeignHost { host: host.to_owned() }.into_response();
    }
    if let Some(origin) = headers.get(header::ORIGIN) {
        let same = origin
            .to_str()
            .ok()
            .and_then(|origin| origin.parse::<Uri>().ok())
            .and_then(|origin| origin.authority().map(|authority| authority.as_str().eq_ignore_ascii_case(host)))
            .unwrap_or(false);
        if !same {
            return ApiError::ForeignOrigin.into_response();
        }
    }
    let path = request.uri().path();
    if path.starts_with("/api/") && !OPEN_PATHS.contains(&path) && !guard.knows(headers) {
        return ApiError::LoginNeeded.into_response();
    }
    next.run(request).await
}

/// Headers on every reply: nothing from elsewhere runs, loads or frames the page.
pub async fn security_headers(request: Request, next: Next) -> Response {
    const HEADERS: &[(&str, &str)] = &[
        (
            "content-security-policy",
            "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; \
             font-src 'self'; connect-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'",
        ),
        ("x-content-type-options", "nosniff"),
        ("referrer-policy", "no-referrer"),
        ("cross-origin-opener-policy", "same-origin"),
        ("cross-origin-resource-policy", "same-origin"),
        ("permissions-policy", "camera=(), geolocation=(), microphone=()"),
    ];
    let mut reply = next.run(request).await;
    for (name, value) in HEADERS {
        reply.headers_mut().insert(HeaderName::from_static(name), HeaderValue::from_static(value));
    }
    reply
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case("127.0.0.1:4770", true)]
    #[case("localhost:4770", true)]
    #[case("[::1]:4770", true)]
    #[case("LOCALHOST", true)]
    #[case("bench.workshop.example:4770", false)]
    #[case("localhost.attacker.example", false)]
    #[case("192.0.2.7:4770", false)]
    #[case("", false)]
    fn only_own_names_on_this_machine(#[case] host: &str, #[case] own: bool) {
        let guard = Guard::new("127.0.0.1:4770".parse().unwrap(), &[], None);
        assert_eq!(guard.is_own_host(host), own);
    }

    #[test]
    fn given_names_and_addresses_where_others_may_come() {
        let guard = Guard::new("0.0.0.0:4770".parse().unwrap(), &["Bench.local".to_owned()], Some("long enough"));
        assert!(guard.is_own_host("bench.local:4770"));
        assert!(guard.is_own_host("192.0.2.7:4770"));
        assert!(!guard.is_own_host("rebound.example:4770"));
    }
}
