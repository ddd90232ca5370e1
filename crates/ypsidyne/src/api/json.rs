//! Reading request bodies, so that every refusal is a problem document.

use axum::body::{Body, Bytes};
use axum::extract::{FromRequest, Request};
use axum::http::header;
use serde::de::DeserializeOwned;
use ypsidyne_core::document::{Build, duplicate_keys};

use super::problem::ApiError;

/// The bytes of a JSON body, content type and size checked.
pub(crate) struct JsonBody(Bytes);

impl<S: Send + Sync> FromRequest<S> for JsonBody {
    type Rejection = ApiError;

    async fn from_request(request: Request<Body>, state: &S) -> Result<Self, ApiError> {
        let came = request.headers().get(header::CONTENT_TYPE).and_then(|value| value.to_str().ok()).unwrap_or("");
        let essence = came.split(';').next().unwrap_or("").trim().to_ascii_lowercase();
        if essence != "application/json" {
            return Err(ApiError::ContentType { came: came.to_owned() });
        }
        FileBody::from_request(request, state).await.map(|FileBody(bytes)| Self(bytes))
    }
}

/// The bytes of a file that is sent as it is.
pub(crate) struct FileBody(pub Bytes);

impl<S: Send + Sync> FromRequest<S> for FileBody {
    type Rejection = ApiError;

    async fn from_request(request: Request<Body>, state: &S) -> Result<Self, ApiError> {
        let bytes = Bytes::from_request(request, state).await.map_err(|rejection| {
            if rejection.status() == axum::http::StatusCode::PAYLOAD_TOO_LARGE {
                ApiError::TooLarge
            } else {
                ApiError::Body(format!("the body did not arrive whole: {}", rejection.body_text()))
            }
        })?;
        Ok(Self(bytes))
    }
}

/// Shorter bodies are read where they are, in less time than another thread takes to begin.
const READ_AT_ONCE: usize = 16 * 1024;

impl JsonBody {
    /// The body as `how` reads it: on a thread that may take its time where it is long.
    pub async fn by<T: Send + 'static>(
        &self,
        how: impl FnOnce(&Self) -> Result<T, ApiError> + Send + 'static,
    ) -> Result<T, ApiError> {
        if self.0.len() <= READ_AT_ONCE {
            return how(self);
        }
        let body = Self(self.0.clone());
        tokio::task::spawn_blocking(move || how(&body)).await.map_err(|_| ApiError::Internal)?
    }

    /// The body as any other type, read as [`Self::by`] reads.
    pub async fn read<T: DeserializeOwned + Send + 'static>(&self) -> Result<T, ApiError> {
        self.by(Self::value).await
    }

    /// The body as text.
    pub fn text(&self) -> Result<&str, ApiError> {
        std::str::from_utf8(&self.0)
            .map_err(|error| ApiError::Body(format!("the body is not UTF-8 from byte {}", error.valid_up_to())))
    }

    /// The body as a build document.
    pub fn build(&self) -> Result<Build, ApiError> {
        Build::from_json(self.text()?).map_err(ApiError::Document)
    }

    /// The body as any other type.
    pub fn value<T: DeserializeOwned>(&self) -> Result<T, ApiError> {
        serde_json::from_slice(&self.0).map_err(|error| ApiError::Body(format!("the body cannot be read: {error}")))
    }

    /// Whether a member has this value, whatever else is wrong with the body.
    pub fn asks_for(&self, member: &str, value: &serde_json::Value) -> bool {
        serde_json::from_slice::<serde_json::Value>(&self.0).is_ok_and(|body| body.get(member) == Some(value))
    }

    /// The body as `{build, …}`: the build read as strictly as on its own, the rest as another type.
    ///
    /// Problems of the build point into `/build`.
    pub fn build_and<T: DeserializeOwned>(&self) -> Result<(Build, T), ApiError> {
        let mut value = duplicate_keys::parse(self.text()?)
            .map_err(|error| ApiError::Body(format!("the body cannot be read: {error}")))?;
        let build = value.as_object_mut().and_then(|members| members.remove("build"));
        let build = build.ok_or_else(|| ApiError::Body("the body has no build".to_owned()))?;
        let rest = serde_json::from_value(value)
            .map_err(|error| ApiError::Body(format!("the body cannot be read: {error}")))?;
        let build = Build::from_value(&build).map_err(|mut problems| {
            for problem in &mut problems {
                problem.pointer.insert_str(0, "/build");
            }
            ApiError::Document(problems)
        })?;
        Ok((build, rest))
    }
}
