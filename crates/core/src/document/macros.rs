//! The macros that describe documents: [`record!`] for objects, [`choice!`] for one-of-several words, [`kinds!`] for objects of
//! several kinds, [`entry!`] for the numbers of a list.

/// Defines a struct, how it is read strictly, and its JSON Schema from one list of fields.
///
/// Each field is `key: Type [= default], shape, "label", "help";`. `Option` types may be left out.
/// A trailing `check(|this, at, problems| …)` states what must hold between fields.
macro_rules! record {
    ($(#[$meta:meta])* $record:ident {
        $( $key:ident : $type:ty $(= $default:expr)? , $shape:expr , $label:literal , $doc:literal ; )*
    } $( check($check:expr) )?) => {
        $(#[$meta])*
        #[derive(Debug, Clone, PartialEq, serde::Serialize)]
        pub struct $record {
            $(
                #[doc = $doc]
                #[serde(skip_serializing_if = "crate::document::reading::FieldValue::is_absent")]
                pub $key: $type,
            )*
        }

        impl $record {
            /// The one description of each field.
            pub const FIELDS: &'static [crate::document::reading::Spec] = &[
                $( crate::document::reading::Spec {
                    key: stringify!($key), label: $label, doc: $doc, shape: $shape,
                } ),*
            ];

            /// Reads the object, noting every problem. `besides` are keys that another reader takes.
            pub(crate) fn read_object(
                value: &serde_json::Value,
                besides: &[&str],
                at: &crate::document::reading::Place<'_>,
                problems: &mut crate::document::reading::Problems,
            ) -> Option<Self> {
                use crate::document::reading::{FieldValue, object, refuse_unknown_keys};
                let object = object(value, at, problems)?;
                refuse_unknown_keys(object, Self::FIELDS, besides, at, problems);
                let mut specs = Self::FIELDS.iter();
                $(
                    let spec = specs.next()?;
                    let place = at.key(spec.key);
                    let $key: Option<$type> = match object.get(spec.key) {
                        Some(value) => <$type as FieldValue>::read(value, spec, &place, problems),
                        None => record!(@missing $type, spec, place, problems $(, $default)?),
                    };
                )*
                let this = Self { $( $key: $key? ),* };
                $( {
                    let check: fn(
                        &Self,
                        &crate::document::reading::Place<'_>,
                        &mut crate::document::reading::Problems,
                    ) = $check;
                    check(&this, at, problems);
                } )?
                Some(this)
            }

            /// The members and required keys of the schema.
            pub(crate) fn schema_members(
                generator: &mut schemars::SchemaGenerator,
            ) -> (serde_json::Map<String, serde_json::Value>, Vec<serde_json::Value>) {
                use crate::document::reading::FieldValue;
                let mut members = serde_json::Map::new();
                #[allow(unused_mut)]
                let mut required = Vec::new();
                let mut specs = Self::FIELDS.iter();
                $(
                    if let Some(spec) = specs.next() {
                        let mut schema = <$type as FieldValue>::schema(spec, generator);
                        schema.insert("title".to_owned(), spec.label.into());
                        schema.insert("description".to_owned(), spec.doc.into());
                        if let Some((low, high)) = crate::document::usual::usual(spec.key) {
                            schema.insert("x-usual".to_owned(), serde_json::json!([low, high]));
                        }
                        record!(@schema $type, spec, schema, required $(, $default)?);
                        members.insert(spec.key.to_owned(), schema.to_value());
                    }
                )*
                (members, required)
            }
        }

        impl crate::document::reading::FieldValue for $record {
            fn read(
                value: &serde_json::Value,
                _spec: &crate::document::reading::Spec,
                at: &crate::document::reading::Place<'_>,
                problems: &mut crate::document::reading::Problems,
            ) -> Option<Self> {
                Self::read_object(value, &[], at, problems)
            }

            fn schema(
                _spec: &crate::document::reading::Spec,
                generator: &mut schemars::SchemaGenerator,
            ) -> schemars::Schema {
                generator.subschema_for::<Self>()
            }
        }

        impl schemars::JsonSchema for $record {
            fn schema_name() -> std::borrow::Cow<'static, str> {
                stringify!($record).into()
            }

            fn json_schema(generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
                let (members, required) = Self::schema_members(generator);
                schemars::json_schema!({
                    "type": "object", "properties": members, "required": required,
                    "additionalProperties": false
                })
            }
        }
    };
    (@missing $type:ty, $spec:ident, $place:ident, $problems:ident) => {
        <$type as FieldValue>::missing($spec, &$place, $problems)
    };
    (@missing $type:ty, $spec:ident, $place:ident, $problems:ident, $default:expr) => {
        Some($default)
    };
    (@schema $type:ty, $spec:ident, $schema:ident, $required:ident) => {
        if !<$type as FieldValue>::may_be_missing() {
            $required.push($spec.key.into());
        }
    };
    (@schema $type:ty, $spec:ident, $schema:ident, $required:ident, $default:expr) => {
        let default: $type = $default;
        $schema.insert("default".to_owned(), serde_json::json!(default));
    };
}

/// A [`record!`] with the fields that every part carries.
macro_rules! part {
    ($(#[$meta:meta])* $record:ident { $($fields:tt)* } $( check($check:expr) )?) => {
        record! {
            $(#[$meta])* $record {
                $($fields)*
                part_id: Option<String>, name(80), "Shelf part", "Link to the part on the shelf.";
                label: Option<String>, text(160), "Name", "What you call this part.";
                price: Option<f64>, number(0.0, 1e7), "Price", "Price of one, in the currency of the budget.";
                mass_kg: Option<f64>, number(0.0, 1e4), "Mass", "Mass of one.";
                size_mm: Option<SizeMm>, typed(), "Size", "Outer size of one.";
                owned: bool = false, typed(), "In the drawer", "Already in the drawer: nothing to buy.";
                getting: Option<crate::document::parts::Getting>, typed(), "Getting it", "Ordered, or fitted already.";
                ordered_on: Option<String>, text(40), "Ordered on", "The day it was ordered.";
                source: Option<String>, text(400), "Source", "Where the figures came from.";
                provenance: Option<BTreeMap<String, Provenance>>, typed(), "Provenance",
                    "Field by field: listed, measured or estimated.";
                measured_on: Option<BTreeMap<String, String>>, text(200), "Measured on",
                    "Field by field: when it was measured, RFC 3339, and by what.";
            }
            check(|this, at, problems| {
                check_marks(this.provenance.as_ref(), "provenance", Self::FIELDS, at, problems);
                check_marks(this.measured_on.as_ref(), "measured_on", Self::FIELDS, at, problems);
                $( {
                    let check: fn(&Self, &Place<'_>, &mut Problems) = $check;
                    check(this, at, problems);
                } )?
            })
        }
    };
}

/// Defines an enum of words: read strictly, written in `snake_case`, each with a label.
macro_rules! choice {
    ($(#[$meta:meta])* $choice:ident { $( $variant:ident = $word:literal, $label:literal $(, $why:literal)?; )* }) => {
        $(#[$meta])*
        #[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, serde::Serialize, serde::Deserialize)]
        pub enum $choice {
            $( #[doc = $label] #[serde(rename = $word)] $variant, )*
        }

        impl $choice {
            /// Every choice, in the order it is offered.
            pub const ALL: &'static [Self] = &[ $( Self::$variant ),* ];

            /// The word in the document.
            #[must_use]
            pub const fn word(self) -> &'static str {
                match self { $( Self::$variant => $word ),* }
            }

            /// What a maker calls it.
            #[must_use]
            pub const fn label(self) -> &'static str {
                match self { $( Self::$variant => $label ),* }
            }

            /// Who chooses it and why, in whole sentences; empty where the label says enough.
            #[must_use]
            pub const fn why(self) -> &'static str {
                match self { $( Self::$variant => concat!($($why)?) ),* }
            }
        }

        impl crate::document::reading::FieldValue for $choice {
            fn read(
                value: &serde_json::Value,
                _spec: &crate::document::reading::Spec,
                at: &crate::document::reading::Place<'_>,
                problems: &mut crate::document::reading::Problems,
            ) -> Option<Self> {
                match value.as_str() {
                    $( Some($word) => Some(Self::$variant), )*
                    _ => {
                        problems.note(at, format!(
                            "{} came, one of {} is needed",
                            crate::document::reading::shown(value), [$( $word ),*].join(", "),
                        ));
                        None
                    }
                }
            }

            fn missing(
                spec: &crate::document::reading::Spec,
                at: &crate::document::reading::Place<'_>,
                problems: &mut crate::document::reading::Problems,
            ) -> Option<Self> {
                let words = [$( $word ),*].join(", ");
                problems.note(at, format!("missing: {} is needed, one of {words}", spec.label.to_lowercase()));
                None
            }

            fn schema(
                _spec: &crate::document::reading::Spec,
                generator: &mut schemars::SchemaGenerator,
            ) -> schemars::Schema {
                generator.subschema_for::<Self>()
            }
        }

        impl schemars::JsonSchema for $choice {
            fn schema_name() -> std::borrow::Cow<'static, str> {
                stringify!($choice).into()
            }

            fn json_schema(_generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
                let mut schema = schemars::json_schema!({
                    "type": "string",
                    "enum": [$( $word ),*],
                    "x-labels": { $( $word: $label ),* }
                });
                let whys = Self::ALL.iter().filter(|choice| !choice.why().is_empty());
                let whys: serde_json::Map<_, _> =
                    whys.map(|choice| (choice.word().to_owned(), choice.why().into())).collect();
                if !whys.is_empty() {
                    schema.insert("x-why".to_owned(), whys.into());
                }
                schema
            }
        }
    };
}

/// Defines an entry of a list of numbers, with its range.
macro_rules! entry {
    ($(#[$meta:meta])* $name:ident($inner:ty), $range:expr) => {
        $(#[$meta])*
        #[derive(Debug, Clone, Copy, PartialEq, serde::Serialize)]
        pub struct $name(pub $inner);

        impl crate::document::reading::FieldValue for $name {
            fn read(value: &serde_json::Value, spec: &crate::document::reading::Spec, at: &crate::document::reading::Place<'_>, problems: &mut crate::document::reading::Problems) -> Option<Self> {
                let own = crate::document::reading::Spec { key: spec.key, label: spec.label, doc: spec.doc, shape: $range };
                <$inner as crate::document::reading::FieldValue>::read(value, &own, at, problems).map(Self)
            }

            fn schema(spec: &crate::document::reading::Spec, generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
                let own = crate::document::reading::Spec { key: spec.key, label: spec.label, doc: spec.doc, shape: $range };
                <$inner as crate::document::reading::FieldValue>::schema(&own, generator)
            }
        }
    };
}

/// Defines an enum of records that a member `kind` tells apart, how it is read, and the schema of each, from one list:
/// `Variant(Record) = "word", "title";`.
macro_rules! kinds {
    ($(#[$meta:meta])* $all:ident { $( $variant:ident($record:ty) = $word:literal, $title:literal; )* }) => {
        $(#[$meta])*
        #[derive(Debug, Clone, PartialEq, serde::Serialize)]
        #[serde(tag = "kind", rename_all = "snake_case")]
        #[allow(missing_docs, reason = "each is described by its record")]
        pub enum $all {
            $( $variant($record) ),*
        }

        impl $all {
            /// Every kind with what a maker calls it.
            pub const KINDS: &'static [(&'static str, &'static str)] = &[ $( ($word, $title) ),* ];

            /// The word of its kind.
            #[must_use]
            pub const fn kind(&self) -> &'static str {
                match self { $( Self::$variant(_) => $word ),* }
            }

            fn read(
                value: &serde_json::Value,
                besides: &[&str],
                at: &crate::document::reading::Place<'_>,
                problems: &mut crate::document::reading::Problems,
            ) -> Option<Self> {
                use crate::document::reading::{object, shown};
                let kind = object(value, at, problems)?.get("kind");
                match kind.and_then(serde_json::Value::as_str) {
                    $( Some($word) => <$record>::read_object(value, besides, at, problems).map(Self::$variant), )*
                    _ => {
                        let came = kind.map_or_else(|| "nothing".to_owned(), shown);
                        let known: Vec<&str> = Self::KINDS.iter().map(|(word, _)| *word).collect();
                        problems.note(&at.key("kind"), format!("{came} came, one of {} is needed", known.join(", ")));
                        None
                    }
                }
            }

            /// Members and required keys of each kind.
            fn schemas(
                generator: &mut schemars::SchemaGenerator,
            ) -> Vec<(&'static str, crate::document::reading::Members)> {
                vec![ $( ($word, <$record>::schema_members(generator)) ),* ]
            }
        }
    };
}
