//! How an answer is written: off the async threads, whatever its length. A handler says what the answer is; [`written`] turns
//! it into text, says it in the reader's units and packs it, on a thread that may take its time.

use std::io::Write as _;
use std::sync::{Arc, Mutex, PoisonError};

use axum::body::{Body, Bytes, HttpBody as _};
use axum::extract::Request;
use axum::http::{HeaderMap, HeaderValue, header};
use axum::middleware::Next;
use axum::response::{IntoResponse, Response};
use flate2::Compression;
use flate2::write::GzEncoder;
use serde::Serialize;
use ypsidyne_core::format::Reader;
use ypsidyne_store::{Connection, StoreError};

use super::App;
use super::problem::ApiError;

/// An answer in JSON.
pub(crate) struct Json<T>(pub T);

/// The text of an answer that nobody has written yet. It is taken once.
#[derive(Clone)]
struct Unwritten(Arc<Mutex<Option<Write>>>);

type Write = Box<dyn FnOnce() -> Option<Vec<u8>> + Send>;

/// Says an answer in the units of this reader.
#[derive(Clone, Copy)]
pub(super) struct SaidTo(pub Reader);

impl<T: Serialize + Send + 'static> IntoResponse for Json<T> {
    fn into_response(self) -> Response {
        let write: Write = Box::new(move || serde_json::to_vec(&self.0).ok());
        let mut reply = ([(header::CONTENT_TYPE, "application/json")], Body::empty()).into_response();
        reply.extensions_mut().insert(Unwritten(Arc::new(Mutex::new(Some(write)))));
        reply
    }
}

/// Replies below this many bytes go as they are: they fit into one packet anyway.
const SMALLEST_PACKED: usize = 1024;

/// Figures are text that repeats itself: a tenth goes over the network.
fn is_packed(kind: &str) -> bool {
    ["application/json", "application/problem+json", "text/csv", "text/html"].iter().any(|text| kind.starts_with(text))
}

/// Writes answers, all but streams.
pub(super) async fn written(request: Request, next: Next) -> Response {
    let packed = takes_packed(request.headers());
    let reply = next.run(request).await;
    let (mut parts, body) = reply.into_parts();
    let write = parts.extensions.remove::<Unwritten>();
    let said_to = parts.extensions.remove::<SaidTo>();
    let kind = kind_of(&parts.headers);
    let packed = packed && is_packed(&kind) && !parts.headers.contains_key(header::CONTENT_ENCODING);
    let at_once = match (&write, body.size_hint().exact()) {
        (Some(_), _) => true,
        (None, Some(bytes)) => said_to.is_some() || (packed && bytes >= SMALLEST_PACKED as u64),
        (None, None) => false,
    };
    if !at_once {
        return Response::from_parts(parts, body);
    }
    // A body of known length is there already: nothing is waited for.
    let Ok(there) = axum::body::to_bytes(body, usize::MAX).await else { return ApiError::Internal.into_response() };
    let done = tokio::task::spawn_blocking(move || {
        let text = match write {
            Some(write) => Bytes::from(write.0.lock().unwrap_or_else(PoisonError::into_inner).take()?()?),
            None => there,
        };
        let text = match said_to {
            Some(SaidTo(reader)) => restated(reader, &kind, text),
            None => text,
        };
        match packed && text.len() >= SMALLEST_PACKED {
            true => Some((pack(&text)?, true)),
            false => Some((text, false)),
        }
    });
    let Ok(Some((bytes, is_packed))) = done.await else { return ApiError::Internal.into_response() };
    parts.headers.remove(header::CONTENT_LENGTH);
    if is_packed {
        parts.headers.insert(header::CONTENT_ENCODING, HeaderValue::from_static("gzip"));
    }
    if packed {
        parts.headers.append(header::VARY, HeaderValue::from_static("accept-encoding"));
    }
    Response::from_parts(parts, bytes.into())
}

/// A file that is written and packed piece by piece while it is sent: nothing of it is held back, and where nobody reads on
/// nothing is written. `piece` gives the next one, `None` at the end; where it fails, the answer is cut off, so that nobody
/// takes it for whole.
pub(super) fn streamed(
    app: &App,
    headers: &HeaderMap,
    kind: &'static str,
    name: &str,
    mut piece: impl FnMut(&mut Connection) -> Result<Option<Vec<u8>>, StoreError> + Send + 'static,
) -> Response {
    let packed = is_packed(kind) && takes_packed(headers);
    let mut packer = packed.then(|| GzEncoder::new(Vec::new(), Compression::fast()));
    let (sender, receiver) = tokio::sync::mpsc::channel::<Result<Bytes, std::io::Error>>(2);
    let app = app.clone();
    tokio::spawn(async move {
        loop {
            let store = app.store.clone();
            let written = app.compute(move || {
                let next = store.with(&mut piece).map_err(std::io::Error::other)?;
                let is_end = next.is_none();
                let bytes = match (&mut packer, &next) {
                    (Some(packer), Some(text)) => {
                        packer.write_all(text)?;
                        std::mem::take(packer.get_mut())
                    }
                    (Some(packer), None) => {
                        packer.try_finish()?;
                        std::mem::take(packer.get_mut())
                    }
                    (None, _) => next.unwrap_or_default(),
                };
                Ok::<_, std::io::Error>((piece, packer, Bytes::from(bytes), is_end))
            });
            let written = written.await.unwrap_or_else(|_| Err(std::io::Error::other("the file could not be written")));
            match written {
                Ok((with_piece, with_packer, bytes, is_end)) => {
                    (piece, packer) = (with_piece, with_packer);
                    if (!bytes.is_empty() && sender.send(Ok(bytes)).await.is_err()) || is_end {
                        return;
                    }
                }
                Err(error) => {
                    tracing::error!("a file was cut off while it was sent: {error}");
                    // Where nobody listens any more there is nothing to cut.
                    let _ = sender.send(Err(error)).await;
                    return;
                }
            }
        }
    });
    let disposition = format!("attachment; filename=\"{name}\"");
    let mut reply = (
        [(header::CONTENT_TYPE, kind.to_owned()), (header::CONTENT_DISPOSITION, disposition)],
        Body::from_stream(tokio_stream::wrappers::ReceiverStream::new(receiver)),
    )
        .into_response();
    if packed {
        reply.headers_mut().insert(header::CONTENT_ENCODING, HeaderValue::from_static("gzip"));
        reply.headers_mut().insert(header::VARY, HeaderValue::from_static("accept-encoding"));
    }
    reply
}

fn kind_of(headers: &HeaderMap) -> String {
    headers.get(header::CONTENT_TYPE).and_then(|kind| kind.to_str().ok()).unwrap_or_default().to_owned()
}

fn restated(reader: Reader, kind: &str, text: Bytes) -> Bytes {
    let said = String::from_utf8_lossy(&text);
    if kind.starts_with("application/json") {
        reader.restate_json(&said).into_owned().into()
    } else if kind.starts_with("text/html") {
        reader.restate(&said).into_owned().into()
    } else {
        text
    }
}

fn pack(text: &[u8]) -> Option<Bytes> {
    let mut packed = GzEncoder::new(Vec::with_capacity(text.len() / 4), Compression::fast());
    packed.write_all(text).ok()?;
    packed.finish().ok().map(Bytes::from)
}

/// Whether who asks takes gzip: by its name, else by a star, and not with a weight of nothing (RFC 9110, 12.5.3).
pub(crate) fn takes_packed(headers: &HeaderMap) -> bool {
    let given = headers.get_all(header::ACCEPT_ENCODING).iter().filter_map(|value| value.to_str().ok());
    let codings = given.flat_map(|value| value.split(',')).map(|coding| {
        let (name, weight) = coding.split_once(';').unwrap_or((coding, ""));
        let weight = weight.trim().strip_prefix("q=").and_then(|weight| weight.trim().parse::<f64>().ok());
        (name.trim().to_ascii_lowercase(), weight.unwrap_or(1.0))
    });
    let codings: Vec<(String, f64)> = codings.collect();
    let weight = |wanted: &str| codings.iter().find(|(name, _)| name == wanted).map(|(_, weight)| *weight);
    weight("gzip").or_else(|| weight("*")).is_some_and(|weight| weight > 0.0)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn packed_is_what_is_asked_for() {
        let takes = |given: &str| {
            takes_packed(&HeaderMap::from_iter([(header::ACCEPT_ENCODING, HeaderValue::from_str(given).unwrap())]))
        };
        for (given, taken) in [
            ("gzip", true),
            ("br, GZIP;q=0.5", true),
            ("*", true),
            ("gzip;q=0", false),
            ("gzip;q=0, *", false),
            ("gzip; q=0.0, br", false),
            ("br", false),
            ("", false),
        ] {
            assert_eq!(takes(given), taken, "{given}");
        }
        assert!(!takes_packed(&HeaderMap::new()));
    }
}
