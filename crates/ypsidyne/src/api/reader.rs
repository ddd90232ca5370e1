//! Answers in the units of whoever reads them: the page says in a header which ones it shows.

use axum::extract::Request;
use axum::http::{HeaderMap, HeaderValue, header};
use axum::middleware::Next;
use axum::response::{IntoResponse, Response};
use ypsidyne_core::format::Reader;

use super::problem::ApiError;

/// The header with the units: symbols separated by commas, for example `mph, ozf-in, lb, in`.
pub(super) const HEADER: &str = "x-reader-units";

/// Paths whose answers speak. What answers with documents is none of them: a document stays as it is stored.
const SPEAK: &[&str] = &[
    "/api/builds/{id}/sheet",
    "/api/candidates",
    "/api/drawer",
    "/api/evaluate",
    "/api/guesses",
    "/api/measure",
    "/api/motors/guide",
    "/api/motors/reading",
    "/api/motors/size-code",
    "/api/motors/slower",
    "/api/motors/swap",
    "/api/odds",
    "/api/remedies",
    "/api/running",
    "/api/runs/{id}",
    "/api/schools",
    "/api/simulate",
    "/api/sums",
    "/api/teeth/grid",
    "/api/teeth/ratio",
    "/api/workbench",
    "/api/workshop",
];

/// Whether what is answered at a path is said in the reader's units.
pub(super) fn speaks(path: &str) -> bool {
    SPEAK.contains(&path)
}

/// The reader a request speaks of.
///
/// # Errors
/// The unit that is none.
pub(super) fn of(headers: &HeaderMap) -> Result<Reader, ApiError> {
    let Some(value) = headers.get(HEADER) else { return Ok(Reader::default()) };
    let symbols = String::from_utf8_lossy(value.as_bytes());
    Reader::of(&symbols).map_err(|came| ApiError::Parameter {
        name: HEADER,
        came,
        needed: "km/h, mph or m/s; N-m, kgf-cm or ozf-in; kg or lb; mm or in, separated by commas",
    })
}

/// Says an answer in the units of its reader. Also asked as `?units=` where a link cannot send headers.
pub(super) async fn restate(request: Request, next: Next) -> Response {
    let asked = request.uri().query().and_then(|query| query.split('&').find_map(|part| part.strip_prefix("units=")));
    let reader = match asked {
        Some(symbols) => of(&HeaderMap::from_iter(
            HeaderValue::from_str(&symbols.replace("%2C", ",").replace("%2F", "/"))
                .map(|value| (header::HeaderName::from_static(HEADER), value)),
        )),
        None => of(request.headers()),
    };
    let reader = match reader {
        Ok(reader) => reader,
        Err(error) => return error.into_response(),
    };
    let reply = next.run(request).await;
    let kind = reply.headers().get(header::CONTENT_TYPE).and_then(|value| value.to_str().ok()).unwrap_or_default();
    let (json, html) = (kind.starts_with("application/json"), kind.starts_with("text/html"));
    if reader == Reader::default() || !(json || html) {
        return reply;
    }
    let (mut parts, body) = reply.into_parts();
    let Ok(bytes) = axum::body::to_bytes(body, usize::MAX).await else { return ApiError::Internal.into_response() };
    let text = String::from_utf8_lossy(&bytes);
    let said = if json { reader.restate_json(&text) } else { reader.restate(&text) }.into_owned();
    parts.headers.remove(header::CONTENT_LENGTH);
    Response::from_parts(parts, said.into())
}
