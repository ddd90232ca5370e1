//! The clock, in one place.

/// Now, RFC 3339 in UTC with milliseconds.
pub(crate) fn now() -> String {
    format!("{:.3}", jiff::Timestamp::now())
}
