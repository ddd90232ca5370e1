//! What handlers take: queries, builds and what comes beside a build. Every refusal is a problem document.

use axum::body::Body;
use axum::extract::{FromRequest, FromRequestParts, Query, Request};
use axum::http::request::Parts;
use serde::Deserialize;
use serde::de::DeserializeOwned;
use ypsidyne_core::document::{Build, OptionSheet};

use super::App;
use super::json::JsonBody;
use super::problem::ApiError;

/// What a query may hold.
pub(super) trait QueryFields: DeserializeOwned {
    /// The value, or the values, of it.
    const NAME: &'static str;
    /// What would do.
    const NEEDED: &'static str;
}

/// A query that was read; one that cannot be is refused by its name.
pub(super) struct QueryOf<T>(pub T);

impl<T: QueryFields, S: Send + Sync> FromRequestParts<S> for QueryOf<T> {
    type Rejection = ApiError;

    async fn from_request_parts(parts: &mut Parts, _: &S) -> Result<Self, ApiError> {
        let read = Query::<T>::try_from_uri(&parts.uri);
        read.map(|Query(value)| Self(value)).map_err(|_| ApiError::Parameter {
            name: T::NAME,
            came: parts.uri.query().filter(|query| !query.is_empty()).unwrap_or("nothing").chars().take(80).collect(),
            needed: T::NEEDED,
        })
    }
}

/// The place of an option in a query: `?option=1`; the first where it is left out.
#[derive(Deserialize)]
pub(super) struct OptionPlace {
    #[serde(default)]
    pub option: usize,
}

impl QueryFields for OptionPlace {
    const NAME: &'static str = "option";
    const NEEDED: &'static str = "the place of an option, from 0";
}

/// A build as the body, and the place of one of its options in the query.
pub(super) struct OptionOf {
    pub build: Build,
    /// The build has an option there.
    pub place: usize,
}

impl FromRequest<App> for OptionOf {
    type Rejection = ApiError;

    async fn from_request(request: Request<Body>, app: &App) -> Result<Self, ApiError> {
        let (mut parts, body) = request.into_parts();
        let QueryOf(OptionPlace { option: place }) = QueryOf::from_request_parts(&mut parts, app).await?;
        let body = JsonBody::from_request(Request::from_parts(parts, body), app).await?;
        let build = app.compute(move || body.build()).await??;
        option_at(&build, place)?;
        Ok(Self { build, place })
    }
}

/// A body `{"build": …, …}`: the build, and what stands beside it.
pub(super) struct WithBuild<T>(pub Build, pub T);

impl<T: DeserializeOwned + Send + 'static> FromRequest<App> for WithBuild<T> {
    type Rejection = ApiError;

    async fn from_request(request: Request<Body>, app: &App) -> Result<Self, ApiError> {
        let body = JsonBody::from_request(request, app).await?;
        app.compute(move || body.build_and()).await?.map(|(build, rest)| Self(build, rest))
    }
}

/// The option at a place, or what would do.
pub(super) fn option_at(build: &Build, place: usize) -> Result<&OptionSheet, ApiError> {
    build.options.get(place).ok_or_else(|| ApiError::Parameter {
        name: "option",
        came: place.to_string(),
        needed: OptionPlace::NEEDED,
    })
}
