//! A page of this bench on a phone: its address as others reach it, and as a code to point a camera at.

use std::net::{IpAddr, Ipv4Addr, UdpSocket};

use axum::extract::State;
use axum::http::uri::Authority;
use axum::http::{HeaderMap, header};
use qrcode::QrCode;
use qrcode::render::svg;
use serde::{Deserialize, Serialize};

use super::answer::Json;
use super::extract::{QueryFields, QueryOf};
use super::problem::ApiError;
use super::{App, Operation, Route};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/phone").get(
            on_the_phone,
            Operation::new::<OnThePhone>(
                "phone",
                "A page of this bench as other machines reach it, with a code of its address.",
            )
            .query("path", "string"),
        ),
    ]
}

#[derive(Deserialize)]
struct PageQuery {
    path: String,
}

impl QueryFields for PageQuery {
    const NAME: &'static str = "path";
    const NEEDED: &'static str = "the path of a page, such as /bench";
}

/// A page as a phone opens it.
#[derive(Debug, Serialize, schemars::JsonSchema)]
struct OnThePhone {
    /// Its address; null where this bench listens on this machine alone.
    url: Option<String>,
    /// The address as a QR code, SVG.
    svg: Option<String>,
    /// What is needed, in words.
    says: &'static str,
}

/// Longest path that is put into a code.
const LONGEST_PATH: usize = 400;

async fn on_the_phone(
    State(app): State<App>,
    QueryOf(PageQuery { path }): QueryOf<PageQuery>,
    headers: HeaderMap,
) -> Result<Json<OnThePhone>, ApiError> {
    let plain = path.starts_with('/') && !path.starts_with("//") && path.len() <= LONGEST_PATH;
    if !plain || path.chars().any(|letter| letter.is_control() || letter.is_whitespace()) {
        return Err(ApiError::Parameter {
            name: "path",
            came: path.chars().take(80).collect(),
            needed: "the path of a page of this bench, such as /bench",
        });
    }
    if app.guard.is_alone() {
        let says = "This bench listens on this machine alone. Start it with --address 0.0.0.0 and a passphrase, and a phone \
                    in the same network opens this page.";
        return Ok(Json(OnThePhone { url: None, svg: None, says }));
    }
    let host = headers.get(header::HOST).and_then(|value| value.to_str().ok()).unwrap_or_default();
    let Some(authority) = reachable(host) else {
        let says = "This machine has no network that a phone could be in.";
        return Ok(Json(OnThePhone { url: None, svg: None, says }));
    };
    let url = format!("http://{authority}{path}");
    let svg =
        QrCode::new(url.as_bytes()).ok().map(|code| code.render::<svg::Color<'_>>().min_dimensions(240, 240).build());
    Ok(Json(OnThePhone { url: Some(url), svg, says: "The phone asks for the passphrase of this bench." }))
}

/// The authority by which another machine reaches this one: as it was called, where that is no name of this machine alone;
/// else the address that it has in its network.
fn reachable(host: &str) -> Option<String> {
    let authority: Authority = host.parse().ok()?;
    let name = authority.host().trim_start_matches('[').trim_end_matches(']');
    let own = name.eq_ignore_ascii_case("localhost") || name.parse::<IpAddr>().is_ok_and(|ip| ip.is_loopback());
    if !own {
        return Some(authority.to_string());
    }
    let ip = network_address()?;
    Some(authority.port_u16().map_or_else(|| ip.to_string(), |port| format!("{ip}:{port}")))
}

/// The address of this machine in its network: that from which it would send, though nothing is sent. 192.0.2.0/24 is kept for
/// documents (RFC 5737).
pub(crate) fn network_address() -> Option<IpAddr> {
    let socket = UdpSocket::bind((Ipv4Addr::UNSPECIFIED, 0)).ok()?;
    socket.connect((Ipv4Addr::new(192, 0, 2, 1), 9)).ok()?;
    Some(socket.local_addr().ok()?.ip()).filter(|ip| !ip.is_loopback() && !ip.is_unspecified())
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_name_that_others_know_stays_and_that_of_this_machine_alone_does_not() {
        assert_eq!(reachable("bench.local:4770").as_deref(), Some("bench.local:4770"));
        assert_eq!(reachable("192.0.2.7:4770").as_deref(), Some("192.0.2.7:4770"));
        for own in ["localhost:4770", "127.0.0.1:4770", "[::1]:4770"] {
            assert!(reachable(own).is_none_or(|authority| !authority.contains("127.") && authority.ends_with(":4770")));
        }
    }
}
