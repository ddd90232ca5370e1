//! What teeth are made of, and how much bending they are trusted with.

use serde::Serialize;

/// A gear material.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct ToothMaterial {
    /// What a maker calls it.
    pub name: &'static str,
    /// Bending stress it is trusted with continuously, MPa. Common practice, with room for shocks; good to a factor of 1.5.
    /// Printed plastics: a quarter of the bulk strength, for the layers.
    pub bending_mpa: f64,
    /// Whether the value is a guess that hangs on the printer.
    pub printed: bool,
    /// Words that tell it, lower case.
    #[serde(skip)]
    words: &'static [&'static str],
}

const fn material(
    name: &'static str,
    bending_mpa: f64,
    printed: bool,
    words: &'static [&'static str],
) -> ToothMaterial {
    ToothMaterial { name, bending_mpa, printed, words }
}

/// Every material, the ones with longer names before those they contain.
pub const MATERIALS: &[ToothMaterial] = &[
    material("Printed nylon", 12.0, true, &["printed nylon", "printed pa"]),
    material("Printed PETG", 11.0, true, &["petg"]),
    material("Printed ABS", 9.0, true, &["abs", "asa"]),
    material("Printed PLA", 12.5, true, &["pla", "printed"]),
    material("Hardened steel", 350.0, false, &["hardened", "case-hard", "tool steel"]),
    material("Sintered steel", 90.0, false, &["sinter"]),
    material("Stainless steel", 130.0, false, &["stainless"]),
    material("Steel", 150.0, false, &["steel"]),
    material("Cast iron", 60.0, false, &["iron"]),
    material("Brass", 50.0, false, &["brass"]),
    material("Bronze", 55.0, false, &["bronze"]),
    material("Aluminium", 60.0, false, &["aluminium", "aluminum"]),
    material("Acetal", 35.0, false, &["acetal", "pom", "polyoxymethylene"]),
    material("Nylon", 30.0, false, &["nylon", "polyamide", "pa6", "pa 6", "pa66"]),
];

/// The material a text names; `None` when it names none that is known here.
#[must_use]
pub fn named(text: &str) -> Option<&'static ToothMaterial> {
    let text = text.to_lowercase();
    MATERIALS.iter().find(|material| material.words.iter().any(|word| text.contains(word)))
}
