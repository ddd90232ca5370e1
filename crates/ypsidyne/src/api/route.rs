//! One path with its handlers: router and description are made from it.

use axum::extract::DefaultBodyLimit;
use axum::handler::Handler;
use axum::routing::{MethodFilter, MethodRouter};
use axum::{Router, middleware};

use super::openapi::Operation;
use super::{App, problem, reader, visitors};

/// A path, what answers there, and what is said of it.
pub(crate) struct Route {
    path: &'static str,
    handlers: MethodRouter<App>,
    operations: Vec<(&'static str, Operation)>,
}

impl Route {
    pub fn at(path: &'static str) -> Self {
        Self { path, handlers: MethodRouter::new(), operations: Vec::new() }
    }

    fn on<T: 'static>(
        mut self,
        method: &'static str,
        filter: MethodFilter,
        handler: impl Handler<T, App>,
        operation: Operation,
    ) -> Self {
        self.handlers = self.handlers.on(filter, handler);
        self.operations.push((method, operation));
        self
    }

    pub fn get<T: 'static>(self, handler: impl Handler<T, App>, operation: Operation) -> Self {
        self.on("get", MethodFilter::GET, handler, operation)
    }

    pub fn post<T: 'static>(self, handler: impl Handler<T, App>, operation: Operation) -> Self {
        self.on("post", MethodFilter::POST, handler, operation)
    }

    pub fn put<T: 'static>(self, handler: impl Handler<T, App>, operation: Operation) -> Self {
        self.on("put", MethodFilter::PUT, handler, operation)
    }

    pub fn delete<T: 'static>(self, handler: impl Handler<T, App>, operation: Operation) -> Self {
        self.on("delete", MethodFilter::DELETE, handler, operation)
    }

    /// Bodies may be so large here.
    pub fn largest_body(mut self, bytes: usize) -> Self {
        self.handlers = self.handlers.layer(DefaultBodyLimit::max(bytes));
        self
    }

    pub fn path(&self) -> &'static str {
        self.path
    }

    /// Every method with what it does.
    pub fn operations(&self) -> &[(&'static str, Operation)] {
        &self.operations
    }

    /// Puts it into a router: other methods are refused, and what speaks does so in the reader's units.
    pub fn into_router(self, router: Router<App>) -> Router<App> {
        let tries =
            self.operations.iter().any(|(method, operation)| *method == "post" && visitors::may_try(operation.id()));
        let handlers = self.handlers.fallback(problem::method_not_allowed);
        let handlers = handlers.layer(middleware::from_fn(move |request, next| visitors::check(tries, request, next)));
        let speaks = self.operations.iter().any(|(_, operation)| operation.is_said());
        router.route(self.path, if speaks { handlers.layer(middleware::from_fn(reader::restate)) } else { handlers })
    }
}
