//! JSON text to a value, refusing an object that gives the same key twice.
//!
//! A plain parse keeps the last one silently, so that a line pasted twice would change a result unseen.

use serde::de::{DeserializeSeed, Deserializer, Error, MapAccess, SeqAccess, Visitor};
use serde_json::{Map, Number, Value};

/// Parses JSON text.
///
/// # Errors
/// What is wrong, with line and column: not JSON, nested deeper than 128, a number beyond double range,
/// or a key given twice.
pub fn parse(text: &str) -> Result<Value, serde_json::Error> {
    let mut deserializer = serde_json::Deserializer::from_str(text);
    let value = Unique.deserialize(&mut deserializer)?;
    deserializer.end()?;
    Ok(value)
}

struct Unique;

impl<'de> DeserializeSeed<'de> for Unique {
    type Value = Value;

    fn deserialize<D: Deserializer<'de>>(self, deserializer: D) -> Result<Value, D::Error> {
        deserializer.deserialize_any(self)
    }
}

impl<'de> Visitor<'de> for Unique {
    type Value = Value;

    fn expecting(&self, formatter: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        formatter.write_str("a JSON value")
    }

    fn visit_unit<E: Error>(self) -> Result<Value, E> {
        Ok(Value::Null)
    }

    fn visit_bool<E: Error>(self, value: bool) -> Result<Value, E> {
        Ok(Value::Bool(value))
    }

    fn visit_i64<E: Error>(self, value: i64) -> Result<Value, E> {
        Ok(Value::Number(value.into()))
    }

    fn visit_u64<E: Error>(self, value: u64) -> Result<Value, E> {
        Ok(Value::Number(value.into()))
    }

    fn visit_f64<E: Error>(self, value: f64) -> Result<Value, E> {
        Number::from_f64(value).map(Value::Number).ok_or_else(|| E::custom("number out of range"))
    }

    fn visit_str<E: Error>(self, value: &str) -> Result<Value, E> {
        Ok(Value::String(value.to_owned()))
    }

    fn visit_string<E: Error>(self, value: String) -> Result<Value, E> {
        Ok(Value::String(value))
    }

    fn visit_seq<A: SeqAccess<'de>>(self, mut entries: A) -> Result<Value, A::Error> {
        let mut list = Vec::new();
        while let Some(entry) = entries.next_element_seed(Unique)? {
            list.push(entry);
        }
        Ok(Value::Array(list))
    }

    fn visit_map<A: MapAccess<'de>>(self, mut members: A) -> Result<Value, A::Error> {
        let mut object = Map::new();
        while let Some(key) = members.next_key::<String>()? {
            if object.contains_key(&key) {
                return Err(A::Error::custom(format!("the key {key} is given twice")));
            }
            object.insert(key, members.next_value_seed(Unique)?);
        }
        Ok(Value::Object(object))
    }
}
