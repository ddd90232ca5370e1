//! Who may talk to the server.
//!
//! A page elsewhere could make the browser send requests here. Against that: the Host must be one of ours (else a
//! foreign name points at this machine), and an Origin, where the browser sends one, must be ours too. Beyond this
//! machine a passphrase is asked for.
//!
//! * [`tries`]: wrong passphrases, counted by address.

mod tries;

use std::collections::HashMap;
use std::net::{IpAddr, SocketAddr};
use std::sync::{Arc, Mutex, PoisonError};
use std::time::{Duration, Instant};

use axum::extract::{ConnectInfo, Request, State};
use axum::http::{HeaderMap, HeaderName, HeaderValue, Uri, header};
use axum::middleware::Next;
use axum::response::{IntoResponse, Response};
use sha2::{Digest, Sha256};
use subtle::ConstantTimeEq;

use crate::api::problem::ApiError;
use tries::Tries;

/// Name of the cookie of a logged-in browser.
const COOKIE: &str = "ypsidyne_session";
/// Beyond so many sessions the one longest unused is forgotten.
const MOST_SESSIONS: usize = 1000;
/// A session ends after so long without a request.
const UNUSED_FOR: Duration = Duration::from_secs(30 * 24 * 3600);

/// What somebody may do.
#[derive(Debug, Clone, Copy, PartialEq, Eq, serde::Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Role {
    /// Everything.
    Owner,
    /// Read and try, and save nothing.
    Visitor,
}

/// Who asks.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Who {
    /// What they may do.
    pub role: Role,
    /// The name they gave, for the history.
    pub name: Option<String>,
}

/// Who may talk to the server. Cheap to clone.
#[derive(Clone)]
pub struct Guard(Arc<Inner>);

struct Inner {
    loopback: bool,
    host_names: Vec<String>,
    /// What each role gives; none where nobody is asked.
    passphrases: Vec<(Role, [u8; 32])>,
    /// Tokens, whose each is and when it was last used.
    sessions: Mutex<HashMap<String, (Who, Instant)>>,
    tries: Tries,
}

impl Guard {
    /// A guard for a server at `address`, that asks owners and visitors for what is given here.
    #[must_use]
    pub fn new(address: SocketAddr, host_names: &[String], owner: Option<&str>, visitor: Option<&str>) -> Self {
        let digest = |role, text: &str| (role, Sha256::digest(text.as_bytes()).into());
        let owner = owner.map(|text| digest(Role::Owner, text));
        let visitor = visitor.map(|text| digest(Role::Visitor, text));
        Self(Arc::new(Inner {
            loopback: address.ip().is_loopback(),
            host_names: host_names.iter().map(|name| name.to_ascii_lowercase()).collect(),
            passphrases: owner.into_iter().chain(visitor).collect(),
            sessions: Mutex::default(),
            tries: Tries::default(),
        }))
    }

    /// Whether only this machine reaches it.
    #[must_use]
    pub fn is_alone(&self) -> bool {
        self.0.loopback
    }

    /// Whether visitors must give a passphrase.
    #[must_use]
    pub fn asks(&self) -> bool {
        !self.0.passphrases.is_empty()
    }

    /// Whose session the request carries; the owner's where none is needed.
    #[must_use]
    pub fn knows(&self, headers: &HeaderMap) -> Option<Who> {
        if !self.asks() {
            return Some(Who { role: Role::Owner, name: None });
        }
        let mut sessions = self.0.sessions.lock().unwrap_or_else(PoisonError::into_inner);
        let now = Instant::now();
        headers
            .get_all(header::COOKIE)
            .iter()
            .filter_map(|value| value.to_str().ok())
            .flat_map(|cookies| cookies.split(';'))
            .filter_map(|cookie| cookie.trim().strip_prefix(COOKIE)?.strip_prefix('='))
            .find_map(|token| {
                let (who, used) = sessions.get_mut(token).filter(|(_, used)| now.duration_since(*used) < UNUSED_FOR)?;
                *used = now;
                Some(who.clone())
            })
    }

    /// Opens a session for a right passphrase, given from an address by somebody who says a name or none; the value is for
    /// `Set-Cookie`.
    ///
    /// # Errors
    /// [`ApiError::WrongPassphrase`], or [`ApiError::TooManyTries`] after many wrong ones from there.
    pub fn open(&self, passphrase: &str, name: Option<String>, from: IpAddr, secure: bool) -> Result<String, ApiError> {
        self.0.tries.begin(from, Instant::now()).map_err(|wait| ApiError::TooManyTries { wait })?;
        let given: [u8; 32] = Sha256::digest(passphrase.as_bytes()).into();
        // Every one is compared, so that the time says nothing.
        let right = self.0.passphrases.iter().filter(|(_, wanted)| bool::from(given.ct_eq(wanted)));
        let role = right.map(|(role, _)| *role).next_back().ok_or(ApiError::WrongPassphrase)?;
        self.0.tries.right(from);
        let token = format!("{}{}", uuid::Uuid::new_v4().simple(), uuid::Uuid::new_v4().simple());
        let mut sessions = self.0.sessions.lock().unwrap_or_else(PoisonError::into_inner);
        let now = Instant::now();
        sessions.retain(|_, (_, used)| now.duration_since(*used) < UNUSED_FOR);
        if sessions.len() >= MOST_SESSIONS
            && let Some(oldest) = sessions.iter().min_by_key(|(_, (_, used))| *used).map(|(token, _)| token.clone())
        {
            sessions.remove(&oldest);
        }
        sessions.insert(token.clone(), (Who { role, name }, now));
        let secure = if secure { "; Secure" } else { "" };
        Ok(format!("{COOKIE}={token}; Path=/; HttpOnly; SameSite=Strict{secure}"))
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

/// Whether a proxy on the way here spoke TLS with the browser.
#[must_use]
pub fn came_by_tls(headers: &HeaderMap) -> bool {
    headers.get("x-forwarded-proto").is_some_and(|scheme| scheme.as_bytes().eq_ignore_ascii_case(b"https"))
}

/// The address that a request comes from; a proxy on this machine says for whom it asks.
#[must_use]
pub fn asked_from(headers: &HeaderMap, peer: Option<&ConnectInfo<SocketAddr>>) -> IpAddr {
    let peer = peer.map_or(IpAddr::from([0; 4]), |ConnectInfo(address)| address.ip());
    // The last one is what our own proxy saw; whatever stands before it, anybody can have written.
    let forwarded = headers
        .get_all("x-forwarded-for")
        .iter()
        .next_back()
        .and_then(|value| value.to_str().ok()?.rsplit(',').next()?.trim().parse().ok());
    forwarded.filter(|_| peer.is_loopback()).unwrap_or(peer)
}

/// Paths that answer before a login.
const OPEN_PATHS: &[&str] = &["/api/session", "/api/health"];

/// Checks Host, Origin and session of every request.
pub async fn check(State(guard): State<Guard>, mut request: Request, next: Next) -> Response {
    let headers = request.headers();
    let host = headers.get(header::HOST).and_then(|value| value.to_str().ok()).unwrap_or("");
    if !guard.is_own_host(host) {
        return ApiError::ForeignHost { host: host.to_owned() }.into_response();
    }
    if let Some(origin) = headers.get(header::ORIGIN) {
        let same = origin.to_str().ok().and_then(|origin| origin.parse::<Uri>().ok()).is_some_and(|origin| {
            let scheme = if came_by_tls(headers) { "https" } else { "http" };
            origin.scheme_str() == Some(scheme)
                && origin.authority().is_some_and(|authority| authority.as_str().eq_ignore_ascii_case(host))
        });
        if !same {
            return ApiError::ForeignOrigin.into_response();
        }
    }
    let path = request.uri().path();
    let who = guard.knows(headers);
    if path.starts_with("/api/") && !OPEN_PATHS.contains(&path) && who.is_none() {
        return ApiError::LoginNeeded.into_response();
    }
    if let Some(who) = who {
        request.extensions_mut().insert(who);
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
        let guard = Guard::new("127.0.0.1:4770".parse().unwrap(), &[], None, None);
        assert_eq!(guard.is_own_host(host), own);
    }

    #[test]
    fn given_names_and_addresses_where_others_may_come() {
        let guard = Guard::new("0.0.0.0:4770".parse().unwrap(), &["Bench.local".to_owned()], Some("long enough"), None);
        assert!(guard.is_own_host("bench.local:4770"));
        assert!(guard.is_own_host("192.0.2.7:4770"));
        assert!(!guard.is_own_host("rebound.example:4770"));
    }
}
