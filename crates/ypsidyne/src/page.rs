//! The browser page, inside the program.

use axum::body::Body;
use axum::http::{StatusCode, Uri, header};
use axum::response::{IntoResponse, Response};
use rust_embed::RustEmbed;

#[derive(RustEmbed)]
#[folder = "../../web/dist"]
#[allow_missing = true]
struct Page;

/// Serves a file of the page; any other path is a view of the page itself.
pub(crate) async fn page(uri: Uri) -> Response {
    let path = uri.path().trim_start_matches('/');
    if let Some(file) = Page::get(path) {
        // Built files carry a digest in their name and never change.
        let cache = if path.starts_with("assets/") { "public, max-age=31536000, immutable" } else { "no-cache" };
        return file_reply(&file, cache);
    }
    if path.starts_with("assets/") || path.rsplit('/').next().is_some_and(|name| name.contains('.')) {
        return (StatusCode::NOT_FOUND, "there is no such file").into_response();
    }
    match Page::get("index.html") {
        Some(file) => file_reply(&file, "no-cache"),
        None => (
            StatusCode::SERVICE_UNAVAILABLE,
            "This program was built without its page. Build it with: cargo xtask demo",
        )
            .into_response(),
    }
}

fn file_reply(file: &rust_embed::EmbeddedFile, cache: &'static str) -> Response {
    let headers =
        [(header::CONTENT_TYPE, file.metadata.mimetype().to_owned()), (header::CACHE_CONTROL, cache.to_owned())];
    (headers, Body::from(file.data.to_vec())).into_response()
}
