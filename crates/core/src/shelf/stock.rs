//! The shelf of the demo workshop: invented generic parts, some with missing figures, as in life.

use std::sync::LazyLock;

use super::{ReadPart, ShelfPart, read_shelf};

/// The stock as a document, `ypsidyne.shelf/1`.
pub const STOCK: &str = include_str!("stock.json");

/// Every part of the stock.
pub static PARTS: LazyLock<Vec<ShelfPart>> = LazyLock::new(|| {
    read_shelf(STOCK).unwrap_or_default().into_iter().filter_map(|(_, part): ReadPart| part.ok()).collect()
});
