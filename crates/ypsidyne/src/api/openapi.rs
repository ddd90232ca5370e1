//! The OpenAPI 3.1 description, made from the list of routes and the Rust types.

use schemars::generate::SchemaSettings;
use schemars::{JsonSchema, Schema, SchemaGenerator};
use serde_json::{Map, Value, json};
use ypsidyne_core::document::Build;

use super::Route;
use super::problem::ProblemDocument;

/// What one method of one path does.
pub(crate) struct Operation {
    id: &'static str,
    summary: &'static str,
    body: Option<Content>,
    status: u16,
    /// What it answers with, by content type; nothing where it answers with none.
    answers: Vec<Content>,
    etag: bool,
    /// Whether its answer speaks, and so can be had in the reader's units.
    said: bool,
    parameters: Vec<Parameter>,
}

type SchemaOf = fn(&mut SchemaGenerator) -> Schema;

struct Content {
    kind: &'static str,
    schema: SchemaOf,
}

struct Parameter {
    name: &'static str,
    place: &'static str,
    kind: &'static str,
    required: bool,
}

const JSON: &str = "application/json";

/// How schemas are written: into the components of the document.
fn settings() -> SchemaSettings {
    SchemaSettings::draft2020_12().with(|settings| {
        settings.definitions_path = "/components/schemas".into();
        settings.meta_schema = None;
    })
}

/// A type that comes in: what has a default may be left out. What is also sent stays as it is sent.
fn as_read<T: JsonSchema>(generator: &mut SchemaGenerator) -> Schema {
    let mut reading = settings().for_deserialize().into_generator();
    let schema = reading.subschema_for::<T>();
    for (name, definition) in reading.take_definitions(true) {
        generator.definitions_mut().entry(name).or_insert(definition);
    }
    schema
}

/// A type beside a build: its schema with the build among its members.
fn beside_build<T: JsonSchema>(generator: &mut SchemaGenerator) -> Schema {
    let schema = as_read::<T>(generator);
    let build = generator.subschema_for::<Build>();
    let members = generator.definitions_mut().get_mut(T::schema_name().as_ref()).and_then(Value::as_object_mut);
    let Some(members) = members else { return schema };
    if let Value::Object(properties) = members.entry("properties").or_insert_with(|| json!({})) {
        properties.insert("build".to_owned(), build.into());
    }
    let required = members.entry("required").or_insert_with(|| json!([]));
    if let Value::Array(required) = required
        && !required.contains(&json!("build"))
    {
        required.insert(0, json!("build"));
    }
    schema
}

impl Operation {
    /// Something that answers with a `T`.
    pub fn new<T: JsonSchema>(id: &'static str, summary: &'static str) -> Self {
        let mut operation = Self::empty(id, summary);
        operation.status = 200;
        operation.answers.push(Content { kind: JSON, schema: SchemaGenerator::subschema_for::<T> });
        operation
    }

    /// Something that answers with a text of this content type.
    pub fn text(id: &'static str, summary: &'static str, kind: &'static str) -> Self {
        let mut operation = Self::empty(id, summary);
        operation.status = 200;
        operation.or_text(kind)
    }

    /// Something that tells what goes on as server-sent events, each with a `T` as its data.
    pub fn events<T: JsonSchema>(id: &'static str, summary: &'static str) -> Self {
        let mut operation = Self::empty(id, summary);
        operation.status = 200;
        operation.or_events::<T>()
    }

    /// Something that answers with nothing.
    pub fn empty(id: &'static str, summary: &'static str) -> Self {
        Self {
            id,
            summary,
            body: None,
            status: 204,
            answers: Vec::new(),
            etag: false,
            said: false,
            parameters: Vec::new(),
        }
    }

    /// It can also answer with a text of this content type.
    pub fn or_text(mut self, kind: &'static str) -> Self {
        self.answers.push(Content { kind, schema: |_| schemars::json_schema!({ "type": "string" }) });
        self
    }

    /// It can also answer with server-sent events.
    pub fn or_events<T: JsonSchema>(mut self) -> Self {
        self.answers.push(Content { kind: "text/event-stream", schema: SchemaGenerator::subschema_for::<T> });
        self
    }

    /// Its sentences and figures can be had in the reader's units, by header or in the query.
    pub fn said(mut self) -> Self {
        self.said = true;
        self.parameter(super::reader::HEADER, "header", "string", false).query("units", "string")
    }

    pub const fn id(&self) -> &'static str {
        self.id
    }

    pub fn is_said(&self) -> bool {
        self.said
    }

    /// It takes a body `{"build": …, …}` with what `T` has beside.
    pub fn body_with_build<T: JsonSchema>(mut self) -> Self {
        self.body = Some(Content { kind: JSON, schema: beside_build::<T> });
        self
    }

    /// The method takes a body of type `T`.
    pub fn body<T: JsonSchema>(mut self) -> Self {
        self.body = Some(Content { kind: JSON, schema: as_read::<T> });
        self
    }

    /// The status of a good answer.
    pub fn status(mut self, status: u16) -> Self {
        self.status = status;
        self
    }

    /// The answer carries the ETag of the revision.
    pub fn etag(mut self) -> Self {
        self.etag = true;
        self
    }

    /// The method needs If-Match.
    pub fn if_match(self) -> Self {
        self.parameter("If-Match", "header", "string", true)
    }

    /// The method takes a file: the bytes of a table or a shelf document.
    pub fn file(mut self) -> Self {
        self.body = Some(Content {
            kind: "application/octet-stream",
            schema: |_| schemars::json_schema!({ "type": "string", "format": "binary" }),
        });
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
        if !self.answers.is_empty() {
            let contents = self.answers.iter();
            answer["content"] = contents
                .map(|content| (content.kind.to_owned(), json!({ "schema": (content.schema)(generator) })))
                .collect::<Map<String, Value>>()
                .into();
        }
        if self.etag {
            answer["headers"] = json!({ "ETag": { "schema": { "type": "string" }, "required": true } });
        }
        let problem = generator.subschema_for::<ProblemDocument>();
        let mut described = json!({
            "operationId": self.id,
            "summary": self.summary,
            "responses": {
                self.status.to_string(): answer,
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
        if let Some(body) = &self.body {
            described["requestBody"] =
                json!({ "required": true, "content": { body.kind: { "schema": (body.schema)(generator) } } });
        }
        described
    }
}

/// The OpenAPI document.
#[must_use]
pub fn openapi() -> Value {
    // What we send always has its keys, also where the value may be null.
    let mut generator = settings().for_serialize().into_generator();
    let routes = super::routes();
    for (_, operation) in routes.iter().flat_map(Route::operations) {
        for answer in &operation.answers {
            (answer.schema)(&mut generator);
        }
    }
    let mut paths = Map::new();
    for route in &routes {
        let operations: Map<String, Value> = route
            .operations()
            .iter()
            .map(|(method, operation)| ((*method).to_owned(), operation.describe(&mut generator)))
            .collect();
        paths.insert(route.path().to_owned(), Value::Object(operations));
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
