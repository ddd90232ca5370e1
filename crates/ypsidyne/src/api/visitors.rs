//! What a visitor may do: read everything and try everything, keep nothing. Whatever is not named here is the owner's, so that
//! a new request is closed to visitors until somebody says otherwise.

use axum::extract::Request;
use axum::http::Method;
use axum::middleware::Next;
use axum::response::{IntoResponse, Response};

use super::problem::ApiError;
use crate::guard::{Role, Who};

/// Requests that work something out and keep nothing; and the stop of the bench, which is everybody's.
const TRIED: &[&str] = &[
    "adoptOption",
    "applyMeasurement",
    "atThatMoment",
    "blankOption",
    "candidates",
    "compareGenerators",
    "compareLog",
    "correctedBuild",
    "countSearch",
    "courseOver",
    "courses",
    "decide",
    "drawer",
    "drawerOption",
    "evaluate",
    "find",
    "guesses",
    "heatStages",
    "lookAtTable",
    "measure",
    "measuredPart",
    "motorGuide",
    "motorReading",
    "motorSwap",
    "odds",
    "openSession",
    "partLine",
    "partsList",
    "partsTable",
    "pointsTable",
    "propose",
    "ratioNeeded",
    "readPartsTable",
    "readPoints",
    "remedies",
    "running",
    "schools",
    "searchParts",
    "sideBySide",
    "simulate",
    "slowerWays",
    "stopBench",
    "stopRun",
    "strip",
    "sums",
    "toothGrid",
    "workbench",
    "workedOut",
    "workshop",
];

/// Whether a visitor may ask for it.
pub(super) fn may_try(operation: &str) -> bool {
    TRIED.contains(&operation)
}

/// Lets a visitor read, and try where `tries` says so.
pub(super) async fn check(tries: bool, request: Request, next: Next) -> Response {
    let is_visitor = request.extensions().get::<Who>().is_some_and(|who| who.role == Role::Visitor);
    let reads = matches!(*request.method(), Method::GET | Method::HEAD);
    let tries = tries && *request.method() == Method::POST;
    if is_visitor && !reads && !tries { ApiError::OwnerOnly.into_response() } else { next.run(request).await }
}

#[cfg(test)]
mod tests {
    use super::TRIED;

    #[test]
    fn everything_that_is_tried_is_there_by_post() {
        let posts: Vec<&str> = crate::api::routes()
            .iter()
            .flat_map(|route| route.operations().iter().filter(|(method, _)| *method == "post").map(|(_, it)| it.id()))
            .collect();
        for id in TRIED {
            assert!(posts.contains(id), "{id}");
        }
        assert!(TRIED.is_sorted());
    }
}
