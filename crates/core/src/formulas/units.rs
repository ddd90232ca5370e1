//! The one place for units: which quantity a document key holds, and what people may write for it.
//!
//! Documents are SI by the ending of each key; these units serve what is typed, imported and shown.

use serde::Serialize;

use crate::formulas::constants::{GRAVITY_M_S2, KELVIN};

/// A unit: value in the document's unit = written · factor + offset.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Unit {
    /// How it is shown.
    pub symbol: &'static str,
    /// Other ways people write it, lower case, without spaces.
    pub also: &'static [&'static str],
    /// Size in the document's unit.
    pub factor: f64,
    /// Zero point in the document's unit.
    pub offset: f64,
}

/// A kind of figure with its units, the document's own first.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Quantity {
    /// Name.
    pub name: &'static str,
    /// Its units.
    pub units: &'static [Unit],
}

/// Inch, m (exact, international yard and pound agreement of 1959).
pub(crate) const INCH: f64 = 0.0254;
/// Foot, m (exact, 1959).
pub(crate) const FOOT: f64 = 0.3048;
/// Pound, kg (exact, 1959).
pub(crate) const POUND: f64 = 0.453_592_37;
/// Ounce-force inch, N·m (exact, of ounce, standard gravity and inch).
pub(crate) const OUNCE_FORCE_INCH_NM: f64 = POUND / 16.0 * GRAVITY_M_S2 * INCH;

/// Every quantity.
#[rustfmt::skip]
pub const QUANTITIES: &[Quantity] = &[
    Quantity { name: "speed", units: &[
        Unit { symbol: "m/s", also: &["mps"], factor: 1.0, offset: 0.0 },
        Unit { symbol: "km/h", also: &["kmh", "kph"], factor: 1.0 / 3.6, offset: 0.0 },
        Unit { symbol: "mph", also: &["mi/h"], factor: 0.447_04, offset: 0.0 },
        Unit { symbol: "ft/s", also: &["fps"], factor: FOOT, offset: 0.0 },
        Unit { symbol: "in/s", also: &[], factor: INCH, offset: 0.0 },
        Unit { symbol: "m/min", also: &[], factor: 1.0 / 60.0, offset: 0.0 },
        Unit { symbol: "ft/min", also: &["fpm"], factor: FOOT / 60.0, offset: 0.0 },
    ] },
    Quantity { name: "fastSpeed", units: &[
        Unit { symbol: "m/s", also: &["mps"], factor: 1.0, offset: 0.0 },
        Unit { symbol: "km/h", also: &["kmh", "kph"], factor: 1.0 / 3.6, offset: 0.0 },
        Unit { symbol: "mph", also: &["mi/h"], factor: 0.447_04, offset: 0.0 },
        Unit { symbol: "ft/s", also: &["fps"], factor: FOOT, offset: 0.0 },
        Unit { symbol: "ft/min", also: &["fpm"], factor: FOOT / 60.0, offset: 0.0 },
        Unit { symbol: "m/min", also: &[], factor: 1.0 / 60.0, offset: 0.0 },
    ] },
    Quantity { name: "length", units: &[
        Unit { symbol: "m", also: &[], factor: 1.0, offset: 0.0 },
        Unit { symbol: "mm", also: &[], factor: 0.001, offset: 0.0 },
        Unit { symbol: "cm", also: &[], factor: 0.01, offset: 0.0 },
        Unit { symbol: "in", also: &["\"", "inch", "inches"], factor: INCH, offset: 0.0 },
        Unit { symbol: "ft", also: &["'", "foot", "feet"], factor: FOOT, offset: 0.0 },
    ] },
    Quantity { name: "way", units: &[
        Unit { symbol: "m", also: &[], factor: 1.0, offset: 0.0 },
        Unit { symbol: "km", also: &[], factor: 1000.0, offset: 0.0 },
        Unit { symbol: "mi", also: &["mile", "miles"], factor: 5280.0 * FOOT, offset: 0.0 },
        Unit { symbol: "ft", also: &["foot", "feet"], factor: FOOT, offset: 0.0 },
    ] },
    Quantity { name: "smallLength", units: &[
        Unit { symbol: "mm", also: &[], factor: 1.0, offset: 0.0 },
        Unit { symbol: "cm", also: &[], factor: 10.0, offset: 0.0 },
        Unit { symbol: "m", also: &[], factor: 1000.0, offset: 0.0 },
        Unit { symbol: "in", also: &["\"", "inch", "inches"], factor: 1000.0 * INCH, offset: 0.0 },
        Unit { symbol: "ft", also: &["'", "foot", "feet"], factor: 1000.0 * FOOT, offset: 0.0 },
    ] },
    Quantity { name: "area", units: &[
        Unit { symbol: "m²", also: &["m2", "m^2", "sqm"], factor: 1.0, offset: 0.0 },
        Unit { symbol: "ft²", also: &["ft2", "ft^2", "sqft"], factor: FOOT * FOOT, offset: 0.0 },
        Unit { symbol: "cm²", also: &["cm2", "cm^2"], factor: 0.0001, offset: 0.0 },
    ] },
    Quantity { name: "wireArea", units: &[
        Unit { symbol: "mm²", also: &["mm2", "mm^2", "sqmm"], factor: 1.0, offset: 0.0 },
    ] },
    Quantity { name: "mass", units: &[
        Unit { symbol: "kg", also: &[], factor: 1.0, offset: 0.0 },
        Unit { symbol: "g", also: &["gram", "grams"], factor: 0.001, offset: 0.0 },
        Unit { symbol: "lb", also: &["lbs", "pound", "pounds"], factor: POUND, offset: 0.0 },
        Unit { symbol: "oz", also: &[], factor: POUND / 16.0, offset: 0.0 },
    ] },
    Quantity { name: "torque", units: &[
        Unit { symbol: "N·m", also: &["nm", "n.m", "n*m"], factor: 1.0, offset: 0.0 },
        Unit { symbol: "mN·m", also: &["mnm", "mn.m"], factor: 0.001, offset: 0.0 },
        Unit { symbol: "N·cm", also: &["ncm", "n.cm"], factor: 0.01, offset: 0.0 },
        Unit { symbol: "kgf·cm", also: &["kgfcm", "kgf.cm", "kgcm", "kg.cm", "kg·cm"], factor: GRAVITY_M_S2 * 1e-2, offset: 0.0 },
        Unit { symbol: "gf·cm", also: &["gfcm", "gf.cm", "gcm", "g.cm", "g·cm"], factor: GRAVITY_M_S2 * 1e-5, offset: 0.0 },
        Unit { symbol: "ozf·in", also: &["ozfin", "ozf.in", "ozin", "oz.in", "oz-in", "oz·in"], factor: POUND / 16.0 * GRAVITY_M_S2 * INCH, offset: 0.0 },
        Unit { symbol: "lbf·ft", also: &["lbfft", "lbf.ft", "lbft", "lb.ft", "lb-ft", "ft.lb", "ft-lb"], factor: POUND * GRAVITY_M_S2 * FOOT, offset: 0.0 },
        Unit { symbol: "lbf·in", also: &["lbfin", "lbf.in", "lbin", "lb.in", "lb-in"], factor: POUND * GRAVITY_M_S2 * INCH, offset: 0.0 },
    ] },
    Quantity { name: "rotation", units: &[
        Unit { symbol: "rpm", also: &["1/min", "/min", "u/min", "r/min"], factor: 1.0, offset: 0.0 },
        Unit { symbol: "1/s", also: &["hz", "rps", "/s", "turns/s"], factor: 60.0, offset: 0.0 },
        Unit { symbol: "rad/s", also: &[], factor: 30.0 / std::f64::consts::PI, offset: 0.0 },
        Unit { symbol: "krpm", also: &[], factor: 1000.0, offset: 0.0 },
    ] },
    Quantity { name: "power", units: &[
        Unit { symbol: "W", also: &[], factor: 1.0, offset: 0.0 },
        Unit { symbol: "kW", also: &[], factor: 1000.0, offset: 0.0 },
        Unit { symbol: "mW", also: &[], factor: 0.001, offset: 0.0 },
        Unit { symbol: "hp", also: &[], factor: 550.0 * FOOT * POUND * GRAVITY_M_S2, offset: 0.0 },
    ] },
    Quantity { name: "voltage", units: &[
        Unit { symbol: "V", also: &["volt", "volts"], factor: 1.0, offset: 0.0 },
        Unit { symbol: "mV", also: &[], factor: 0.001, offset: 0.0 },
    ] },
    Quantity { name: "current", units: &[
        Unit { symbol: "A", also: &["amp", "amps"], factor: 1.0, offset: 0.0 },
        Unit { symbol: "mA", also: &[], factor: 0.001, offset: 0.0 },
    ] },
    Quantity { name: "inductance", units: &[
        Unit { symbol: "mH", also: &["mh"], factor: 1.0, offset: 0.0 },
        Unit { symbol: "µH", also: &["uh", "μh"], factor: 1e-3, offset: 0.0 },
        Unit { symbol: "H", also: &["henry"], factor: 1e3, offset: 0.0 },
    ] },
    Quantity { name: "resistance", units: &[
        Unit { symbol: "Ω", also: &["ohm", "ohms", "r"], factor: 1.0, offset: 0.0 },
        Unit { symbol: "mΩ", also: &["mohm", "mohms", "milliohm"], factor: 0.001, offset: 0.0 },
        Unit { symbol: "kΩ", also: &["kohm"], factor: 1000.0, offset: 0.0 },
    ] },
    Quantity { name: "capacity", units: &[
        Unit { symbol: "Ah", also: &[], factor: 1.0, offset: 0.0 },
        Unit { symbol: "mAh", also: &[], factor: 0.001, offset: 0.0 },
    ] },
    Quantity { name: "energy", units: &[
        Unit { symbol: "Wh", also: &[], factor: 1.0, offset: 0.0 },
        Unit { symbol: "kWh", also: &[], factor: 1000.0, offset: 0.0 },
    ] },
    Quantity { name: "time", units: &[
        Unit { symbol: "s", also: &["sec"], factor: 1.0, offset: 0.0 },
        Unit { symbol: "ms", also: &[], factor: 0.001, offset: 0.0 },
        Unit { symbol: "min", also: &[], factor: 60.0, offset: 0.0 },
    ] },
    // Stored in seconds, lived in minutes.
    Quantity { name: "longTime", units: &[
        Unit { symbol: "s", also: &["sec"], factor: 1.0, offset: 0.0 },
        Unit { symbol: "min", also: &["minutes"], factor: 60.0, offset: 0.0 },
        Unit { symbol: "h", also: &["hour", "hours"], factor: 3600.0, offset: 0.0 },
    ] },
    Quantity { name: "minutes", units: &[
        Unit { symbol: "min", also: &["minutes"], factor: 1.0, offset: 0.0 },
        Unit { symbol: "h", also: &["hour", "hours"], factor: 60.0, offset: 0.0 },
        Unit { symbol: "s", also: &["sec"], factor: 1.0 / 60.0, offset: 0.0 },
    ] },
    Quantity { name: "temperature", units: &[
        Unit { symbol: "°C", also: &["c", "degc"], factor: 1.0, offset: 0.0 },
        Unit { symbol: "°F", also: &["f", "degf"], factor: 5.0 / 9.0, offset: -160.0 / 9.0 },
        Unit { symbol: "K", also: &[], factor: 1.0, offset: -KELVIN },
    ] },
    Quantity { name: "inertia", units: &[
        Unit { symbol: "kg·m²", also: &["kgm2", "kg.m2", "kg*m2", "kg·m2"], factor: 1.0, offset: 0.0 },
        Unit { symbol: "g·cm²", also: &["gcm2", "g.cm2", "g*cm2", "g·cm2"], factor: 1e-07, offset: 0.0 },
        Unit { symbol: "kg·cm²", also: &["kgcm2", "kg.cm2", "kg·cm2"], factor: 0.0001, offset: 0.0 },
    ] },
    Quantity { name: "percent", units: &[
        Unit { symbol: "%", also: &["percent"], factor: 1.0, offset: 0.0 },
    ] },
    Quantity { name: "share", units: &[
        Unit { symbol: "", also: &[], factor: 1.0, offset: 0.0 },
        Unit { symbol: "%", also: &[], factor: 0.01, offset: 0.0 },
    ] },
    Quantity { name: "cRate", units: &[
        Unit { symbol: "C", also: &[], factor: 1.0, offset: 0.0 },
    ] },
    Quantity { name: "angle", units: &[
        Unit { symbol: "°", also: &["deg"], factor: 1.0, offset: 0.0 },
    ] },
    Quantity { name: "kv", units: &[
        Unit { symbol: "rpm/V", also: &["kv"], factor: 1.0, offset: 0.0 },
    ] },
    Quantity { name: "force", units: &[
        Unit { symbol: "N", also: &[], factor: 1.0, offset: 0.0 },
        Unit { symbol: "lbf", also: &[], factor: POUND * GRAVITY_M_S2, offset: 0.0 },
    ] },
    Quantity { name: "thermalResistance", units: &[
        Unit { symbol: "K/W", also: &["c/w"], factor: 1.0, offset: 0.0 },
    ] },
    Quantity { name: "heatCapacity", units: &[
        Unit { symbol: "J/K", also: &[], factor: 1.0, offset: 0.0 },
    ] },
    Quantity { name: "rate", units: &[
        Unit { symbol: "1/s", also: &["/s"], factor: 1.0, offset: 0.0 },
    ] },
    Quantity { name: "count", units: &[
        Unit { symbol: "", also: &[], factor: 1.0, offset: 0.0 },
    ] },
    Quantity { name: "plain", units: &[
        Unit { symbol: "", also: &[], factor: 1.0, offset: 0.0 },
    ] },
];

/// Endings of document keys, longest first, with the quantity they hold.
pub const ENDINGS: &[(&str, &str)] = &[
    ("_v_per_cell", "voltage"),
    ("_rpm_per_v", "kv"),
    ("_k_per_w", "thermalResistance"),
    ("_j_per_k", "heatCapacity"),
    ("_kg_m2", "inertia"),
    ("_percent", "percent"),
    ("_area_m2", "area"),
    ("_mm2", "wireArea"),
    ("_mh", "inductance"),
    ("_m_s", "speed"),
    ("_rpm", "rotation"),
    ("_ohm", "resistance"),
    ("_deg", "angle"),
    ("_min", "minutes"),
    ("_mm", "smallLength"),
    ("_kg", "mass"),
    ("_nm", "torque"),
    ("_ah", "capacity"),
    ("_wh", "energy"),
    ("_w", "power"),
    ("_v", "voltage"),
    ("_a", "current"),
    ("_c", "temperature"),
    ("_s", "time"),
    ("_m", "length"),
    ("_n", "force"),
];

/// Keys whose ending would mislead, or that have none.
pub const BY_KEY: &[(&str, &str)] = &[
    // Tips, projectiles and ropes are told in m/s or ft/s, whatever the road speed is told in.
    ("target_tip_speed_m_s", "fastSpeed"),
    ("tip_speed_m_s", "fastSpeed"),
    ("lift_speed_m_s", "fastSpeed"),
    ("speed_m_s", "fastSpeed"),
    ("grip_speed_m_s", "fastSpeed"),
    ("launch_speed_m_s", "fastSpeed"),
    ("continuous_c", "cRate"),
    ("burst_c", "cRate"),
    ("max_charge_c", "cRate"),
    ("per_second", "rate"),
    ("planned_s", "longTime"),
    ("duty_cycle", "share"),
    ("efficiency", "share"),
    ("transfer_efficiency", "share"),
    ("usable_fraction", "share"),
    ("driven_weight_share", "share"),
    ("max_duty", "share"),
    ("range_m", "way"),
    ("distance_m", "way"),
    ("length", "smallLength"),
    ("width", "smallLength"),
    ("height", "smallLength"),
    ("area_mm2", "wireArea"),
    ("drag_area_m2", "area"),
];

fn named(name: &str) -> &'static Quantity {
    QUANTITIES.iter().find(|quantity| quantity.name == name).unwrap_or(&PLAIN)
}

const PLAIN: Quantity = Quantity { name: "plain", units: &[Unit { symbol: "", also: &[], factor: 1.0, offset: 0.0 }] };

/// The quantity a document key holds; the last part of a dotted key counts.
///
/// ```
/// assert_eq!(ypsidyne_core::formulas::units::quantity_of("rotor_inertia_kg_m2").name, "inertia");
/// ```
#[must_use]
pub fn quantity_of(key: &str) -> &'static Quantity {
    let key = key.rsplit('.').next().unwrap_or(key);
    if let Some((_, name)) = BY_KEY.iter().find(|(known, _)| *known == key) {
        return named(name);
    }
    let ending = ENDINGS.iter().find(|(ending, _)| key.ends_with(ending) || format!("_{key}") == *ending);
    ending.map_or(&PLAIN, |(_, name)| named(name))
}

impl Quantity {
    /// The unit written so; case counts only where it tells two units apart.
    #[must_use]
    pub fn unit(&self, written: &str) -> Option<&'static Unit> {
        let written = written.trim();
        if let Some(exact) = self.units.iter().find(|unit| unit.symbol == written) {
            return Some(exact);
        }
        let wanted = squashed(written);
        self.units
            .iter()
            .find(|unit| squashed(unit.symbol) == wanted || unit.also.iter().any(|also| squashed(also) == wanted))
    }
}

/// A unit without what people leave out or put in as they like: case, spaces, points, hyphens.
fn squashed(written: &str) -> String {
    written
        .to_lowercase()
        .replace(['ω', 'Ω'], "ohm")
        .replace('²', "2")
        .chars()
        .filter(|letter| !letter.is_whitespace() && !matches!(letter, '.' | '·' | '⋅' | '-' | '*' | '^'))
        .collect()
}

impl Unit {
    /// A written number in the document's unit.
    #[must_use]
    pub fn in_document(&self, written: f64) -> f64 {
        written * self.factor + self.offset
    }

    /// A number of the document in this unit.
    #[must_use]
    pub fn shown(&self, value: f64) -> f64 {
        (value - self.offset) / self.factor
    }
}
