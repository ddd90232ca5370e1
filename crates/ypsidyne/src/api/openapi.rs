//! The OpenAPI 3.1 description, made from the list of routes and the Rust types.

use schemars::generate::SchemaSettings;
use schemars::{JsonSchema, Schema, SchemaGenerator};
use serde_json::{Map, Value, json};

use super::problem::ProblemDocument;

/// What one method of one path does.
pub(crate) struct Operation {
    method: &'static str,
    id: &'static str,
    summary: &'static str,
    body: Option<SchemaOf>,
    body_kind: &'static str,
    answer: Answer,
    parameters: Vec<Parameter>,
}

type SchemaOf = fn(&mut SchemaGenerator) -> Schema;

struct Answer {
    status: u16,
    schema: Option<SchemaOf>,
    etag: bool,
}

struct Parameter {
    name: &'static str,
    place: &'static str,
    kind: &'static str,
    required: bool,
}

impl Operation {
    /// A method with its answer of type `T`.
    pub fn new<T: JsonSchema>(method: &'static str, id: &'static str, summary: &'static str) -> Self {
        Self {
            method,
            id,
            summary,
            body: None,
            body_kind: "application/json",
            answer: Answer { status: 200, schema: Some(schemars::SchemaGenerator::subschema_for::<T>), etag: false },
            parameters: Vec::new(),
        }
    }

    /// A method that answers with nothing.
    pub fn empty(method: &'static str, id: &'static str, summary: &'static str) -> Self {
        let mut operation = Self::new::<()>(method, id, summary);
        operation.answer = Answer { status: 204, schema: None, etag: false };
        operation
    }

    /// The method takes a body of type `T`.
    pub fn body<T: JsonSchema>(mut self) -> Self {
        self.body = Some(schemars::SchemaGenerator::subschema_for::<T>);
        self
    }

    /// The status of a good answer.
    pub fn status(mut self, status: u16) -> Self {
        self.answer.status = status;
        self
    }

    /// The answer carries the ETag of the revision.
    pub fn etag(mut self) -> Self {
        self.answer.etag = true;
        self
    }

    /// The method needs If-Match.
    pub fn if_match(self) -> Self {
        self.parameter("If-Match", "header", "string", true)
    }

    /// The method takes a file: the bytes of a table or a shelf document.
    pub fn file(mut self) -> Self {
        self.body = Some(|_| schemars::json_schema!({ "type": "string", "format": "binary" }));
        self.body_kind = "application/octet-stream";
        self
    }

    /// A value in the path.
    pub fn path(self, name: &'static str, kind: &'static str) -> Self {
        self.parameter(name, "path", kind, true)
    }

    /// A value in the query that may be left out.
    pub fn query(self, name: &'static str, kind: &'static str) -> Self {
        self.parameter(name, "query", kind, false)
    }

    fn parameter(mut self, name: &'static str, place: &'static str, kind: &'static str, required: bool) -> Self {
        self.parameters.push(Parameter { name, place, kind, required });
        self
    }

    fn describe(&self, generator: &mut SchemaGenerator) -> Value {
        let mut answer = json!({ "description": "Done." });
        if let Some(schema) = self.answer.schema {
            answer["content"] = json!({ "application/json": { "schema": schema(generator) } });
        }
        if self.answer.etag {
            answer["headers"] = json!({ "ETag": { "schema": { "type": "string" }, "required": true } });
        }
        let problem = generator.subschema_for::<ProblemDocument>();
        let mut described = json!({
            "operationId": self.id,
            "summary": self.summary,
            "responses": {
                self.answer.status.to_string(): answer,
                "default": {
                    "description": "A problem document (RFC 9457).",
                    "content": { "application/problem+json": { "schema": problem } }
                }
            }
        });
        if !self.parameters.is_empty() {
            described["parameters"] = self
                .parameters
                .iter()
                .map(|parameter| {
                    json!({
                        "name": parameter.name, "in": parameter.place, "required": parameter.required,
                        "schema": { "type": parameter.kind }
                    })
                })
                .collect();
        }
        if let Some(schema) = self.body {
            described["requestBody"] =
                json!({ "required": true, "content": { self.body_kind: { "schema": schema(generator) } } });
        }
        described
    }
}

/// The OpenAPI document.
#[must_use]
pub fn openapi() -> Value {
    let mut generator = SchemaSettings::draft2020_12()
        .with(|settings| {
            settings.definitions_path = "/components/schemas".into();
            settings.meta_schema = None;
        })
        // What we send always has its keys, also where the value may be null.
        .for_serialize()
        .into_generator();
    let mut paths = Map::new();
    for route in super::routes() {
        let operations: Map<String, Value> = route
            .operations
            .iter()
            .map(|operation| (operation.method.to_owned(), operation.describe(&mut generator)))
            .collect();
        paths.insert(route.path.to_owned(), Value::Object(operations));
    }
    let schemas = generator.take_definitions(true);
    json!({
        "openapi": "3.1.0",
        "info": {
            "title": "Ypsidyne",
            "version": env!("CARGO_PKG_VERSION"),
            "description": "Build documents, their evaluation, the builds and the shelf kept here."
        },
        "x-units": {
            "quantities": ypsidyne_core::formulas::units::QUANTITIES,
            "endings": ypsidyne_core::formulas::units::ENDINGS,
            "by_key": ypsidyne_core::formulas::units::BY_KEY
        },
        "paths": paths,
        "components": { "schemas": schemas }
    })
}

#[cfg(test)]
mod tests {
    #[test]
    fn every_operation_has_its_own_id() {
        let document = super::openapi();
        let mut ids: Vec<String> = document["paths"]
            .as_object()
            .unwrap()
            .values()
            .flat_map(|path| path.as_object().unwrap().values())
            .map(|operation| operation["operationId"].as_str().unwrap().to_owned())
            .collect();
        let count = ids.len();
        ids.sort();
        ids.dedup();
        assert_eq!(ids.len(), count);
        assert!(count >= 15, "{count}");
    }
}
