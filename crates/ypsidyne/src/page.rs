//! The browser page, inside the program.

use axum::body::Body;
use axum::http::{HeaderMap, HeaderValue, StatusCode, Uri, header};
use axum::response::{IntoResponse, Response};
use rust_embed::RustEmbed;

use crate::api::takes_packed;

#[derive(RustEmbed)]
#[folder = "../../web/dist"]
#[allow_missing = true]
struct Page;

/// Serves a file of the page; any other path is a view of the page itself.
pub(crate) async fn page(uri: Uri, headers: HeaderMap) -> Response {
    let path = uri.path().trim_start_matches('/');
    // Built files carry a digest in their name and never change.
    let cache = if path.starts_with("assets/") { "public, max-age=31536000, immutable" } else { "no-cache" };
    if let Some(reply) = file(path, cache, &headers) {
        return reply;
    }
    if path.starts_with("assets/") || path.rsplit('/').next().is_some_and(|name| name.contains('.')) {
        return (StatusCode::NOT_FOUND, "there is no such file").into_response();
    }
    file("index.html", "no-cache", &headers).unwrap_or_else(|| {
        let words = "This program was built without its page. Build it with: cargo xtask demo";
        (StatusCode::SERVICE_UNAVAILABLE, words).into_response()
    })
}

/// A file of the page, as it was compressed when it was built where the browser takes that; `None` where there is none.
fn file(path: &str, cache: &'static str, headers: &HeaderMap) -> Option<Response> {
    let plain = Page::get(path)?;
    let twin = Some(format!("{path}.gz")).filter(|_| takes_packed(headers)).and_then(|twin| Page::get(&twin));
    let (data, encoding) = match twin {
        Some(twin) => (twin.data, Some((header::CONTENT_ENCODING, "gzip"))),
        None => (plain.data, None),
    };
    let mut reply = Response::new(Body::from(data));
    let told = reply.headers_mut();
    told.insert(header::CONTENT_TYPE, HeaderValue::from_str(plain.metadata.mimetype()).ok()?);
    told.insert(header::CACHE_CONTROL, HeaderValue::from_static(cache));
    told.insert(header::VARY, HeaderValue::from_static("accept-encoding"));
    if let Some((name, value)) = encoding {
        told.insert(name, HeaderValue::from_static(value));
    }
    Some(reply)
}
