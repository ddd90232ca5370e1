//! Errors over HTTP: RFC 9457 problem documents, status codes picked in one place.

use super::answer::Json;
use axum::extract::Request;
use axum::http::{HeaderValue, StatusCode, header};
use axum::middleware::Next;
use axum::response::{IntoResponse, Response};
use serde::Serialize;
use ypsidyne_core::document::Problem;
use ypsidyne_store::StoreError;

/// What can go wrong in a request.
#[derive(Debug, thiserror::Error)]
pub enum ApiError {
    /// The document is not one of ours.
    #[error("the document has {} {}", .0.len(), if .0.len() == 1 { "problem" } else { "problems" })]
    Document(Vec<Problem>),
    /// The body is not JSON of the kind that is needed.
    #[error("{0}")]
    Body(String),
    /// The body is too large.
    #[error("the body is larger than what is taken here")]
    TooLarge,
    /// The content type is not JSON.
    #[error("the content type {came:?} came, application/json is needed")]
    ContentType {
        /// What came.
        came: String,
    },
    /// A table that cannot be read as a whole.
    #[error(transparent)]
    Table(#[from] ypsidyne_core::shelf::csv_in::TableError),
    /// A visitor wants to keep something, or to switch something on.
    #[error("visitors read and try everything; what is kept, and the instruments, are the owner's")]
    OwnerOnly,
    /// A value in the path or the query cannot be used.
    #[error("{name} {came:?} came, {needed} is needed")]
    Parameter {
        /// Which one.
        name: &'static str,
        /// What came.
        came: String,
        /// What would do.
        needed: &'static str,
    },
    /// A change without saying which revision it was made from.
    #[error(
        "If-Match with the ETag of the revision you edited is needed, so that nobody's change is overwritten unseen"
    )]
    IfMatchNeeded,
    /// A change that was made from another document.
    #[error("If-Match names the document {came}, and this is {id}; nothing was stored")]
    OtherDocument {
        /// The document that was edited.
        came: String,
        /// The one that would have been overwritten.
        id: String,
    },
    /// The store says no.
    #[error(transparent)]
    Store(#[from] StoreError),
    /// No such path.
    #[error("there is nothing at {path}")]
    UnknownPath {
        /// The path.
        path: String,
    },
    /// Another method is needed.
    #[error("{method} does not work here")]
    Method {
        /// The method that came.
        method: String,
    },
    /// The Host is not ours.
    #[error("the host {host:?} is not this server; use its address, or start it with --host-name")]
    ForeignHost {
        /// What came.
        host: String,
    },
    /// The request comes from a page elsewhere.
    #[error("requests from pages of other sites are refused")]
    ForeignOrigin,
    /// A session is needed.
    #[error("a passphrase is needed")]
    LoginNeeded,
    /// Too many wrong passphrases from one address.
    #[error("too many wrong passphrases came from there: wait {} s and try again", wait.as_secs().max(1))]
    TooManyTries {
        /// How long to wait.
        wait: std::time::Duration,
    },
    /// The passphrase is wrong.
    #[error("the passphrase is not right")]
    WrongPassphrase,
    /// An instrument does not do as it should.
    #[error(transparent)]
    Instrument(#[from] crate::instruments::error::InstrumentError),
    /// A fault of the program.
    #[error("the program failed at this request; nothing stored was changed")]
    Internal,
}

/// A problem document.
#[derive(Debug, Serialize, schemars::JsonSchema)]
pub struct ProblemDocument {
    /// Kind of problem, as a relative reference.
    pub r#type: &'static str,
    /// The kind in words.
    pub title: &'static str,
    /// HTTP status.
    pub status: u16,
    /// This occurrence in words.
    pub detail: String,
    /// Every problem of a document, by place.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[schemars(default)]
    pub errors: Vec<Problem>,
    /// The current revision, when a change came too late.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub current_revision: Option<u32>,
    /// The revision that holds the refused document, set aside.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub kept_as: Option<u32>,
}

impl ApiError {
    /// Status, kind and title, in one place.
    fn kind(&self) -> (StatusCode, &'static str, &'static str) {
        match self {
            Self::Document(_) => {
                (StatusCode::UNPROCESSABLE_ENTITY, "/problems/document", "The document cannot be used")
            }
            Self::Table(_) => (StatusCode::UNPROCESSABLE_ENTITY, "/problems/table", "The table cannot be read"),
            Self::Body(_) => (StatusCode::BAD_REQUEST, "/problems/body", "The request cannot be read"),
            Self::TooLarge => (StatusCode::PAYLOAD_TOO_LARGE, "/problems/too-large", "The request is too large"),
            Self::ContentType { .. } => {
                (StatusCode::UNSUPPORTED_MEDIA_TYPE, "/problems/content-type", "JSON is needed")
            }
            Self::Parameter { .. } => {
                (StatusCode::BAD_REQUEST, "/problems/parameter", "A value in the address cannot be used")
            }
            Self::IfMatchNeeded => {
                (StatusCode::PRECONDITION_REQUIRED, "/problems/if-match", "Which revision was edited?")
            }
            Self::OtherDocument { .. } => {
                (StatusCode::PRECONDITION_FAILED, "/problems/other-document", "That was another document")
            }
            Self::UnknownPath { .. } => (StatusCode::NOT_FOUND, "/problems/unknown-path", "Nothing here"),
            Self::Method { .. } => (StatusCode::METHOD_NOT_ALLOWED, "/problems/method", "Another method is needed"),
            Self::ForeignHost { .. } => (StatusCode::MISDIRECTED_REQUEST, "/problems/host", "Not this server"),
            Self::ForeignOrigin => (StatusCode::FORBIDDEN, "/problems/origin", "Not from this page"),
            Self::OwnerOnly => (StatusCode::FORBIDDEN, "/problems/owner-only", "Nothing is kept for visitors"),
            Self::LoginNeeded => (StatusCode::UNAUTHORIZED, "/problems/login", "A passphrase is needed"),
            Self::TooManyTries { .. } => (StatusCode::TOO_MANY_REQUESTS, "/problems/too-many", "Too many wrong tries"),
            Self::WrongPassphrase => (StatusCode::FORBIDDEN, "/problems/passphrase", "The passphrase is not right"),
            Self::Instrument(_) => (StatusCode::BAD_GATEWAY, "/problems/instrument", "An instrument does not answer"),
            Self::Internal => (StatusCode::INTERNAL_SERVER_ERROR, "/problems/internal", "The program failed"),
            Self::Store(error) => match error {
                StoreError::NotFound { .. }
                | StoreError::PartNotFound { .. }
                | StoreError::SearchNotFound { .. }
                | StoreError::SheetNotFound { .. }
                | StoreError::EntryNotFound { .. }
                | StoreError::RunNotFound { .. }
                | StoreError::NoRevision { .. } => (StatusCode::NOT_FOUND, "/problems/not-found", "Not there"),
                StoreError::Stale { .. } => {
                    (StatusCode::PRECONDITION_FAILED, "/problems/stale", "Someone saved in between")
                }
                StoreError::Full => (StatusCode::INSUFFICIENT_STORAGE, "/problems/disk-full", "The disk is full"),
                StoreError::Busy => (StatusCode::SERVICE_UNAVAILABLE, "/problems/busy", "The database is busy"),
                StoreError::Gone { .. } => {
                    (StatusCode::INSUFFICIENT_STORAGE, "/problems/data-gone", "The data file is gone")
                }
                StoreError::Open { .. }
                | StoreError::Foreign { .. }
                | StoreError::Newer { .. }
                | StoreError::Damaged { .. }
                | StoreError::Packing(_)
                | StoreError::Sqlite(_) => {
                    (StatusCode::INTERNAL_SERVER_ERROR, "/problems/database", "The database failed")
                }
            },
        }
    }

    fn document(self) -> ProblemDocument {
        let (status, kind, title) = self.kind();
        let detail = self.to_string();
        let (current_revision, kept_as) = match &self {
            Self::Store(StoreError::Stale { current, kept_as, .. }) => (Some(*current), *kept_as),
            _ => (None, None),
        };
        let errors = match self {
            Self::Document(problems) => problems,
            _ => Vec::new(),
        };
        ProblemDocument { r#type: kind, title, status: status.as_u16(), detail, errors, current_revision, kept_as }
    }
}

/// So many problems of a document are written in no time.
const WRITTEN_AT_ONCE: usize = 50;

impl IntoResponse for ApiError {
    fn into_response(self) -> Response {
        if self.kind().0.is_server_error() {
            tracing::error!("{self}");
        }
        let current = match &self {
            Self::Store(StoreError::Stale { id, current, .. }) => Some(super::etag::etag(id, *current)),
            _ => None,
        };
        let wait = match &self {
            Self::TooManyTries { wait } => Some(wait.as_secs().max(1)),
            _ => None,
        };
        let document = self.document();
        let status = StatusCode::from_u16(document.status).unwrap_or(StatusCode::INTERNAL_SERVER_ERROR);
        // What is short is written at once: it may be said by who stands outside of all that writes answers.
        let mut reply = if document.errors.len() <= WRITTEN_AT_ONCE {
            (status, serde_json::to_vec(&document).unwrap_or_default()).into_response()
        } else {
            (status, Json(document)).into_response()
        };
        let headers = reply.headers_mut();
        headers.insert(header::CONTENT_TYPE, HeaderValue::from_static("application/problem+json"));
        headers.insert(header::CACHE_CONTROL, HeaderValue::from_static("no-store"));
        if let Some(seconds) = wait {
            headers.insert(header::RETRY_AFTER, HeaderValue::from(seconds));
        }
        if let Some(current) = current.and_then(|tag| HeaderValue::from_str(&tag).ok()) {
            headers.insert(header::ETAG, current);
        }
        reply
    }
}

/// Any path under `/api` that no route has.
pub(crate) async fn unknown_path(request: Request) -> ApiError {
    ApiError::UnknownPath { path: request.uri().path().to_owned() }
}

/// A path that exists, by another method.
pub(crate) async fn method_not_allowed(request: Request) -> ApiError {
    ApiError::Method { method: request.method().to_string() }
}

/// Turns what the framework itself refuses, in plain text, into a problem document too.
pub(crate) async fn only_problems(request: Request, next: Next) -> Response {
    let reply = next.run(request).await;
    let status = reply.status();
    let is_json =
        reply.headers().get(header::CONTENT_TYPE).is_some_and(|kind| kind.as_bytes().starts_with(b"application/"));
    if is_json || !(status.is_client_error() || status.is_server_error()) {
        return reply;
    }
    if status.is_server_error() {
        return ApiError::Internal.into_response();
    }
    ApiError::Body("the address or the body cannot be read".to_owned()).into_response()
}
