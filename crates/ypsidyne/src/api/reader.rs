//! Answers in the units of whoever reads them: the page says in a header which ones it shows.

use axum::extract::{Query, Request};
use axum::http::HeaderMap;
use axum::middleware::Next;
use axum::response::{IntoResponse, Response};
use serde::Deserialize;
use ypsidyne_core::format::Reader;

use super::answer::SaidTo;
use super::problem::ApiError;

/// The header with the units: symbols separated by commas, for example `mph, ozf-in, lb, in`.
pub(super) const HEADER: &str = "x-reader-units";

/// The reader of these units; the usual one where none are given.
fn named(symbols: Option<&str>) -> Result<Reader, ApiError> {
    Reader::of(symbols.unwrap_or_default()).map_err(|came| ApiError::Parameter {
        name: HEADER,
        came,
        needed: "km/h, mph or m/s; N-m, kgf-cm or ozf-in; kg or lb; mm or in, separated by commas",
    })
}

/// The reader a request speaks of.
///
/// # Errors
/// The unit that is none.
pub(super) fn from_headers(headers: &HeaderMap) -> Result<Reader, ApiError> {
    named(headers.get(HEADER).map(|value| String::from_utf8_lossy(value.as_bytes())).as_deref())
}

/// The units of a link, which cannot send headers.
#[derive(Deserialize)]
struct UnitsQuery {
    units: Option<String>,
}

/// Says an answer in the units of its reader, by header or by `?units=`.
pub(super) async fn restate(request: Request, next: Next) -> Response {
    let asked = Query::<UnitsQuery>::try_from_uri(request.uri()).ok().and_then(|Query(asked)| asked.units);
    let reader = match asked {
        Some(symbols) => named(Some(&symbols)),
        None => from_headers(request.headers()),
    };
    let reader = match reader {
        Ok(reader) => reader,
        Err(error) => return error.into_response(),
    };
    let mut reply = next.run(request).await;
    if reader != Reader::default() {
        reply.extensions_mut().insert(SaidTo(reader));
    }
    reply
}
