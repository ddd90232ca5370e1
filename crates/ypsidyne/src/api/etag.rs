//! Which revision of which document: the ETag carries the id, so that a tag of one document never saves another.

use axum::http::{HeaderMap, StatusCode, header};
use axum::response::{IntoResponse, Response};
use serde::Serialize;

use super::answer::Json;
use super::compute::json_text;
use super::problem::ApiError;

/// Where a document now stands.
#[derive(Debug, Serialize, schemars::JsonSchema)]
pub(super) struct Saved {
    /// Its id.
    id: String,
    /// Its current revision.
    revision: u32,
    /// When it was saved, RFC 3339.
    saved_at: String,
}

/// The ETag of a revision of a document.
pub(super) fn etag(id: &str, revision: u32) -> String {
    format!("\"{id}.{revision}\"")
}

/// The revision that a change of a document was made from.
///
/// # Errors
/// [`ApiError::IfMatchNeeded`] without `If-Match`, [`ApiError::Parameter`] where it is no ETag of this program,
/// [`ApiError::OtherDocument`] where it is one of another document.
pub(super) fn if_match(headers: &HeaderMap, id: &str) -> Result<u32, ApiError> {
    let given = headers.get(header::IF_MATCH).ok_or(ApiError::IfMatchNeeded)?.to_str().unwrap_or("");
    let (of, revision) = given
        .strip_prefix('"')
        .and_then(|text| text.strip_suffix('"'))
        .and_then(|text| text.rsplit_once('.'))
        .and_then(|(of, revision)| Some((of, revision.parse().ok()?)))
        .ok_or_else(|| ApiError::Parameter {
            name: "If-Match",
            came: given.to_owned(),
            needed: "the ETag that came with the document, its id and revision, such as \"…7c2e.3\"",
        })?;
    if of == id { Ok(revision) } else { Err(ApiError::OtherDocument { came: of.to_owned(), id: id.to_owned() }) }
}

/// A stored document with its ETag.
pub(super) fn tagged(document: String, id: &str, revision: u32) -> Response {
    let mut reply = json_text(StatusCode::OK, document);
    if let Ok(tag) = etag(id, revision).parse() {
        reply.headers_mut().insert(header::ETAG, tag);
    }
    reply
}

/// The answer to a save.
pub(super) fn saved(status: StatusCode, id: String, revision: u32, saved_at: String) -> Response {
    (status, [(header::ETAG, etag(&id, revision))], Json(Saved { id, revision, saved_at })).into_response()
}
