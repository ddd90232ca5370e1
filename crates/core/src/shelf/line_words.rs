//! The patterns that figures are written in, by kind of part: what people and sellers write, and which figure it is.
//!
//! Each is tried on what the ones before it have left; the first group is the figure, a group `unit` its unit.

use super::PartKind;
use super::line::Heard;

/// A pattern and the figure it is.
pub(super) struct Pattern {
    /// Regular expression over lower-case text.
    pub regex: &'static str,
    /// What it says.
    pub heard: Heard,
}

const fn figure(regex: &'static str, key: &'static str, unit: &'static str) -> Pattern {
    Pattern { regex, heard: Heard::Figure { key, unit } }
}

const fn word(regex: &'static str, key: &'static str, word: &'static str) -> Pattern {
    Pattern { regex, heard: Heard::Word { key, word } }
}

const fn pair(regex: &'static str, keys: [&'static str; 2], unit: &'static str) -> Pattern {
    Pattern { regex, heard: Heard::Pair { keys, unit } }
}

const fn flag(regex: &'static str, key: &'static str) -> Pattern {
    Pattern { regex, heard: Heard::Flag { key } }
}

const fn not_this(regex: &'static str) -> Pattern {
    Pattern { regex, heard: Heard::Elsewhere }
}

/// A number.
macro_rules! n {
    () => {
        r"(\d+(?:\.\d+)?|\.\d+)"
    };
}
/// A unit of torque.
macro_rules! torque {
    () => {
        r"(?P<unit>kgf?[ .*·-]?cm|gf?[ .*·-]?cm|ozf?[ .*·-]?in|lbf?[ .*·-]?ft|lbf?[ .*·-]?in|mn[ .*·-]?m|n[ .*·-]?cm|n[ .*·-]?m)\b"
    };
}
/// A unit of mass.
macro_rules! mass {
    () => {
        r"\s*(?P<unit>kg|grams?|g|lbs?|oz)\b"
    };
}
/// A unit of rotation.
macro_rules! rpm {
    () => {
        r"\s*(?P<unit>k?\s*rpm|u/min|r/min|1/min|rev/min)\b"
    };
}
/// A current.
macro_rules! amps {
    () => {
        r"\s*(?P<unit>ma|a|amps?|amperes?)\b"
    };
}

const PRICE: &[Pattern] = &[
    figure(concat!(r"(?:€|\$|£|\beur\b|\busd\b)\s*", n!()), "price", ""),
    figure(concat!(n!(), r"\s*(?:€|\$|£|eur\b|usd\b|euros?\b|dollars?\b)"), "price", ""),
];

const MOTOR: &[Pattern] = &[
    // The scale of a model is no gearbox.
    not_this(r"\b1/(?:5|6|7|8|10|12|14|16|18|24|28)\b"),
    not_this(r"\bon (?:a |an )?\d+\s*(?:s|cells?)\b"),
    not_this(r"\b(?:in|for) (?:a |an )?\d+(?:\.\d+)?\s*(?:kg|g|lbs?)\b"),
    not_this(
        r"\b(?:\d+x|x\d+|\d+ motors|(?:two|three|four|pair|set|pack) of(?: them| two| four)?|\d+ of them|\d+ ?pcs)\b",
    ),
    figure(concat!(r"stall(?:ed|ing)?[ -]*torque\W*", n!(), r"\s*", torque!()), "facts.stall_torque_nm", "N·m"),
    figure(
        concat!(n!(), r"\s*", torque!(), r"[ ,]*(?:stall(?:ed)?|held|max)(?:\s*torque)?\b"),
        "facts.stall_torque_nm",
        "N·m",
    ),
    not_this(concat!(r"(?:rated|nominal|load|running)[ -]*torque\W*", n!(), r"\s*", torque!())),
    figure(concat!(r"(?:torque|holds?)\W*", n!(), r"\s*", torque!()), "facts.stall_torque_nm", "N·m"),
    figure(concat!(n!(), r"\s*", torque!()), "facts.stall_torque_nm", "N·m"),
    figure(
        concat!(
            r"(?:stall(?:s|ed|ing)?|blocked|locked(?:[ -]rotor)?)(?:[ -]*(?:current|amps|draw))?(?:\s*(?:at|is|of))?[\s:=]*",
            n!(),
            amps!()
        ),
        "facts.stall_current_a",
        "A",
    ),
    figure(concat!(n!(), amps!(), r"[ ,]*(?:at |when )?(?:stall(?:ed)?|blocked|held)\b"), "facts.stall_current_a", "A"),
    figure(
        concat!(
            r"(?:no[ -]?load|idle|free|i0|unloaded)(?:[ -]*(?:current|amps|draw))?(?:\s*(?:at|is|of))?[\s:=]*",
            n!(),
            amps!()
        ),
        "facts.no_load_current_a",
        "A",
    ),
    figure(concat!(n!(), amps!(), r"[ ,]*(?:no[ -]?load|idle|free|unloaded)\b"), "facts.no_load_current_a", "A"),
    Pattern {
        regex: concat!(r"(?:rated|nominal|full[ -]load|under load)\W*speed\W*", n!(), r"\s*(?:rpm|u/min|r/min)\b"),
        heard: Heard::LoadedSpeed,
    },
    figure(concat!(n!(), r"\s*(?P<unit>[mµμu]h)\b"), "phase_inductance_mh", "mH"),
    figure(concat!(r"(?:step(?:[ -]?angle)?)\s*[:=]?\s*", n!(), r"\s*(?:°|deg(?:rees?)?)?"), "facts.step_deg", ""),
    figure(concat!(n!(), r"\s*(?:°|deg(?:rees?)?\b)(?:\s*/?\s*steps?\b)?"), "facts.step_deg", ""),
    figure(concat!(n!(), r"\s*steps?\b"), "steps", ""),
    figure(r"\bnema[ -]*(\d{1,2})\b", "face", ""),
    figure(concat!(n!(), r"\s*(?:rpm/v|kv|k/v)\b"), "facts.kv_rpm_per_v", ""),
    figure(concat!(r"\bkv[\s:=]*", n!(), r"\b"), "facts.kv_rpm_per_v", ""),
    figure(concat!(n!(), rpm!(), r"(?:[ ,]*(?:no[ -]?load|free|unloaded|output))?"), "facts.speed_rpm", "rpm"),
    figure(concat!(r"(?:speed|rpm)\s*[:=]?\s*", n!(), r"(?P<unit>)\b"), "facts.speed_rpm", "rpm"),
    // "No load 4500 rpm 0.25 A": the speed has been taken out from between.
    figure(concat!(r"(?:no[ -]?load|idle|unloaded)\W*", n!(), amps!()), "facts.no_load_current_a", "A"),
    figure(concat!(r"\b1\s*[:/]\s*", n!(), r"\b"), "facts.gear_ratio", ""),
    figure(concat!(n!(), r"\s*:\s*1\b"), "facts.gear_ratio", ""),
    figure(concat!(r"(?:ratio|reduction|gear ?ratio)[\s:=]*", n!()), "facts.gear_ratio", ""),
    figure(concat!(n!(), r"\s*(?P<unit>m?Ω|m?ohms?|milliohms?)"), "facts.resistance_ohm", "Ω"),
    figure(concat!(r"(?:\br(?:i|m)?|resistance)\s*[:=]\s*", n!(), r"(?P<unit>)"), "facts.resistance_ohm", "Ω"),
    figure(concat!(n!(), r"\s*(?P<unit>k?w(?:atts?)?|hp)\b"), "facts.rated_power_w", "W"),
    figure(concat!(n!(), r"\s*(?:t|turns?)\b"), "facts.turns", ""),
    Pattern { regex: r"\b(\d{2,3}(?:\.\d)?)\s*x\s*(\d{2,3}(?:\.\d)?)\s*(?:mm)?\b", heard: Heard::Size },
    figure(concat!(n!(), r"\s*mm\s*(?:d-?)?shaft"), "shaft_diameter_mm", ""),
    figure(concat!(r"shaft\W*(?:(?:dia(?:meter)?|d)\W*)?", n!(), r"\s*mm"), "shaft_diameter_mm", ""),
    pair(concat!(n!(), r"\s*(?:-|to|–|\.\.)\s*", n!(), r"\s*v(?:olts?|dc)?\b"), ["", "facts.voltage_v"], "V"),
    figure(concat!(n!(), r"\s*v(?:olts?|dc)?\b"), "facts.voltage_v", ""),
    pair(r"(\d+)\s*(?:-|to|–)\s*(\d+)\s*(?:s|cells?)\b", ["", "facts.cells"], ""),
    figure(r"(\d+)\s*(?:s|cells?)\b", "facts.cells", ""),
    figure(
        concat!(
            r"(?:max|burst|peak|continuous|cont|rated)?\W*(?:current|amps)?[\s:=]*",
            n!(),
            amps!(),
            r"(?:[ ,]*(?:max|burst|peak|continuous|cont))?"
        ),
        "facts.max_current_a",
        "A",
    ),
    figure(concat!(n!(), mass!()), "facts.mass_kg", "kg"),
    figure(r"(\d+)[ -]*(?:pole[ -]?pairs?|pp)\b", "pole_pairs", ""),
    figure(r"\bpole[ -]?pairs?\W*(\d+)\b", "pole_pairs", ""),
    figure(r"(\d+)[ -]*poles?\b", "poles", ""),
    figure(r"\bpoles?\W*(\d+)\b", "poles", ""),
    figure(r"\b\d+n\s*(\d+)p\b", "poles", ""),
    word(r"\b(?:worm(?:[ -]?(?:gear|drive))?|window[ -]?(?:lift|motor|winder)|wiper)\b", "gearbox.kind", "worm"),
    word(r"\b(?:planet(?:ary)?|epicyclic)\b", "gearbox.kind", "planetary"),
    word(r"\bsens(?:ored|or)\b|\bhalls?\b", "sensor", "hall"),
    word(r"\bsensorless\b", "sensor", "none"),
    word(r"\b(?:stepper|step(?:ping)?)(?:[ -]?motor)?\b", "facts.form", "stepper"),
    word(r"\b(?:hub(?:[ -]?(?:motor|wheel))?|in[ -]?wheel)\b", "facts.form", "hub"),
    word(r"\b(?:brushless )?(?:out[ -]?runner|outer rotor|rotating can)\b", "facts.form", "outer"),
    word(r"\b(?:brushless )?(?:in[ -]?runner|inner rotor)\b", "facts.form", "inner"),
    word(r"\bn20\b", "facts.size_code", "020"),
    // A motor with a name of its own: both its can and its gearbox are said by it.
    Pattern { regex: r"\btt\b(?:[ -]*motor)?", heard: Heard::PlasticGearMotor },
    word(r"\bmicro(?: |-)?(?:metal )?(?:gear|geared)[ -]?(?:motor|box)?\b", "facts.size_code", "020"),
    word(
        r"\b(?:gear(?:ed)?[ -]?(?:motor|box|head)?|gearmotor|wheelchair|mobility|scooter chair)\b",
        "facts.form",
        "gear",
    ),
    Pattern { regex: r"\bbrushless\b|\bbldc\b", heard: Heard::Brushless },
    word(r"\bbrushed\b", "facts.form", "can"),
    Pattern { regex: r"\b([0-9]{3,5})\b(?:[ -]*(?:size|class|can|type)\b)?", heard: Heard::SizeName },
    not_this(
        r"\b(?:of them|motors?|bipolar|(?:4|four)[ -](?:wires?|leads?)|per (?:phase|winding|coil)|dc|electric|new|used|with|and|the|an?|at|is|size|class|can|type|seller says|output|shaft)\b",
    ),
];

const BATTERY: &[Pattern] = &[
    word(r"\b(?:li[ -]?fe(?:po4)?|lfp|iron phosphate)\b", "chemistry", "lifepo4"),
    word(r"\b(?:li[ -]?po(?:ly)?|lithium polymer|pouch(?:es)?)\b", "chemistry", "lipo"),
    word(r"\b(?:li[ -]?ion|18650s?|21700s?|round cells?|lithium)\b", "chemistry", "li_ion"),
    word(r"\b(?:ni[ -]?mh|nickel)\b", "chemistry", "nimh"),
    word(r"\b(?:lead(?:[ -]acid)?|agm|sla|gel)\b", "chemistry", "lead_acid"),
    word(r"\b(?:power[ -]?tools?|tools?|drill|e-?bike)\b", "chemistry", "li_ion"),
    not_this(r"\b(?:battery|pack|cells?|rechargeable|new|with|and|the|an?)\b(?:\s*pack\b)?"),
    figure(r"\b(\d{1,2})\s*x\s*a{2,3}\b", "cells_series", ""),
    figure(r"\ba{2,3}\b[^0-9]*?x\s*(\d{1,2})\b", "cells_series", ""),
    Pattern { regex: r"(\d+)\s*s\s*(\d+)\s*p\b", heard: Heard::SeriesParallel },
    figure(r"(\d+)\s*s\b", "cells_series", ""),
    figure(concat!(r"(?:burst|peak)\W*", n!(), r"\s*c\b"), "burst_c", ""),
    pair(concat!(n!(), r"\s*c?\s*(?:-|/|to|–)\s*", n!(), r"\s*c\b"), ["continuous_c", "burst_c"], ""),
    figure(concat!(n!(), r"\s*c[ ,]*(?:burst|peak|max)\b"), "burst_c", ""),
    figure(concat!(n!(), r"\s*c\b"), "continuous_c", ""),
    figure(concat!(n!(), r"\s*(?P<unit>m?ah)\b"), "capacity_ah", "Ah"),
    figure(concat!(n!(), r"\s*(?P<unit>mΩ|Ω|mohms?|ohms?)"), "cell_resistance_ohm", "Ω"),
    Pattern { regex: concat!(n!(), r"\s*v(?:olts?)?\b"), heard: Heard::PackVolts },
    Pattern { regex: concat!(n!(), r"\s*wh\b"), heard: Heard::PackEnergy },
    figure(concat!(n!(), r"\s*a\s*(?:bms|board|protection)\b"), "bms_limit_a", ""),
    figure(concat!(r"\b(?:bms|board)\W*", n!(), r"\s*a\b"), "bms_limit_a", ""),
    PACK_AMPS,
    figure(concat!(n!(), mass!()), "mass_kg", "kg"),
    Pattern { regex: r"(\d+(?:\.\d+)?)\s*x\s*(\d+(?:\.\d+)?)\s*x\s*(\d+(?:\.\d+)?)\s*(?:mm)?\b", heard: Heard::Box },
    Pattern { regex: r"\b(\d{3,5})\b", heard: Heard::PackMilliamps },
    // Amps are a C of the capacity, which may stand there without a unit and be read last.
    PACK_AMPS,
];

const PACK_AMPS: Pattern = Pattern {
    regex: concat!(n!(), r"\s*(?:a|amps?)(?:[ ,]*(?:continuous|cont|max|discharge))?\b"),
    heard: Heard::PackAmps,
};

const CONTROLLER: &[Pattern] = &[
    not_this(
        r"\b(?:esc|speed controller|motor controller|controller|driver|speed control|regulator|new|with|and|the|an?|for)\b",
    ),
    pair(concat!(n!(), r"\s*v\s*[/@, ]?\s*", n!(), r"\s*a\s*(?:s?bec)\b"), ["bec.voltage_v", "bec.current_a"], ""),
    pair(
        concat!(r"\b(?:s|u)?bec\W*", n!(), r"\s*v\s*[/@, ]?\s*", n!(), r"\s*a\b"),
        ["bec.voltage_v", "bec.current_a"],
        "",
    ),
    pair(r"(\d+)\s*(?:-|to|–)\s*(\d+)\s*(?:s|cells?)\b", ["cells.min", "cells.max"], ""),
    figure(r"(\d+)\s*(?:s|cells?)\b", "cells.max", ""),
    pair(concat!(n!(), r"\s*(?:-|to|–)\s*", n!(), r"\s*v(?:olts?)?\b"), ["min_voltage_v", "max_voltage_v"], ""),
    figure(concat!(r"\bmax\W*", n!(), r"\s*v(?:olts?)?\b"), "max_voltage_v", ""),
    figure(concat!(n!(), r"\s*v(?:olts?)?[ ,]*max\b"), "max_voltage_v", ""),
    Pattern { regex: concat!(n!(), r"\s*v(?:olts?)?\b"), heard: Heard::SupplyVolts },
    figure(
        concat!(r"(?:battery|input)(?:[ -]*(?:current|amps))?[\s:=]*", n!(), r"\s*a\b"),
        "battery_current_continuous_a",
        "",
    ),
    figure(concat!(n!(), r"\s*a\s*(?:battery|input)\b"), "battery_current_continuous_a", ""),
    pair(concat!(r"\b([2-4])\s*x\s*", n!(), r"\s*a(?:mps?)?\b"), ["channels", "motor_current_continuous_a"], ""),
    figure(
        concat!(r"(?:burst|peak|max|surge)(?:[ -]*(?:current|amps))?[\s:=]*", n!(), r"\s*a\b"),
        "motor_current_peak_a",
        "",
    ),
    figure(concat!(n!(), r"\s*a[ ,]*(?:burst|peak|max|surge)\b"), "motor_current_peak_a", ""),
    pair(concat!(n!(), r"\s*a?\s*/\s*", n!(), r"\s*a\b"), ["motor_current_continuous_a", "motor_current_peak_a"], ""),
    figure(concat!(n!(), r"\s*(?:a|amps?)(?:[ ,]*(?:continuous|cont))?\b"), "motor_current_continuous_a", ""),
    figure(r"(\d+)[ -]*channels?\b", "channels", ""),
    Pattern {
        regex: r"\b(?:dual|twin|double|two)(?:[ -]*channels?)?\b",
        heard: Heard::Count { key: "channels", count: 2 },
    },
    figure(concat!(n!(), mass!()), "mass_kg", "kg"),
    word(r"\b(?:foc|field[ -]oriented|sine(?:[ -]wave)?)\b", "commutation", "foc"),
    word(r"\bbrushless\b|\bbldc\b", "kind", "brushless"),
    word(r"\bbrushed\b|\bdc motor\b|\bh[ -]?bridge\b|\bpwm\b", "kind", "brushed"),
    flag(r"\bbrak(?:e|es|ing)\b", "can_brake"),
];

const STAGE: &[Pattern] = &[
    figure(concat!(r"\b1\s*:\s*", n!(), r"\b"), "ratio", ""),
    figure(concat!(r"\b(?:module|mod)\s*", n!(), r"\b"), "module_mm", ""),
    figure(r"(\d+)[ -]*(?:dp|pitch)\b", "diametral_pitch", ""),
    pair(r"(\d+)\s*t(?:eeth)?\b\W+(?:and |to |on )?(\d+)\s*t(?:eeth)?\b", ["driver_teeth", "driven_teeth"], ""),
    pair(r"pinion\D{0,8}(\d+)\D+?(?:spur|gear|wheel)\D{0,8}(\d+)", ["driver_teeth", "driven_teeth"], ""),
    Pattern { regex: r"#\s*25h?\b|\b25h\b", heard: Heard::ChainPitch { mm: 6.35 } },
    Pattern { regex: r"#\s*35\b|\b35h\b", heard: Heard::ChainPitch { mm: 9.525 } },
    Pattern { regex: r"#\s*4[01]\b|\b4(?:20|28)\b", heard: Heard::ChainPitch { mm: 12.7 } },
    Pattern { regex: r"\bt8f\b", heard: Heard::ChainPitch { mm: 8.0 } },
    pair(r"(\d+)\s*t?\s*(?::|/|on|to|x)\s*(\d+)\s*t?\b", ["driver_teeth", "driven_teeth"], ""),
    figure(concat!(r"\b(?:module|mod|m)\s*", n!(), r"\b"), "module_mm", ""),
    figure(concat!(n!(), r"\s*mm\s*wide\b"), "width_mm", ""),
    figure(concat!(n!(), r"\s*mm\s*pitch\b"), "pitch_mm", ""),
    figure(concat!(r"\bhtd\s*", n!(), r"(?:\s*m)?\b"), "pitch_mm", ""),
    word(r"\b(?:toothed )?belts?\b", "kind", "belt"),
    word(r"\bchains?\b", "kind", "chain"),
    word(r"\b(?:spur(?: gears?)?|gears|pinion)\b", "kind", "spur"),
    word(r"\bbevel(?: gears?)?\b", "kind", "bevel"),
    word(r"\bworm\b", "kind", "worm"),
    word(r"\bplanetary\b", "kind", "planetary"),
    figure(concat!(n!(), mass!()), "mass_kg", "kg"),
    // What is left in millimetres beside a belt is how wide it is.
    figure(concat!(n!(), r"\s*mm\b"), "width_mm", ""),
];

const WHEEL: &[Pattern] = &[
    Pattern { regex: r"\b(\d{1,3}(?:\.\d+)?)\s*x\s*(\d{1,3}(?:\.\d+)?)\b(?:\s*mm\b)?", heard: Heard::Tyre },
    not_this(r"\b(?:tyres?|tires?|wheels?|pneumatic|solid)\b"),
    figure(concat!(n!(), r"\s*(?P<unit>mm|cm|m|inch(?:es)?|in)\b"), "diameter_m", "m"),
    figure(concat!(n!(), mass!()), "mass_kg", "kg"),
];

/// The patterns of a kind, in the order they are tried.
pub(super) fn patterns(kind: PartKind) -> impl Iterator<Item = &'static Pattern> {
    let own = match kind {
        PartKind::Motor => MOTOR,
        PartKind::Battery => BATTERY,
        PartKind::Controller => CONTROLLER,
        PartKind::GearingStage => STAGE,
        PartKind::Wheel => WHEEL,
    };
    PRICE.iter().chain(own)
}

/// Words that only say which figure comes.
pub(super) const LABELS_OF_FIGURES: &str = r"\b(?:rated|nominal|operating|working|no[ -]?load|load|idle|stall|max(?:imum)?|min(?:imum)?|peak|continuous|output|input|motor|gear(?:box)?|shaft|voltage|volts|current|amps|speed|torque|power|resistance|reduction|ratio|diameter|length|width|height|size|dimensions?|weight|mass|price|capacity|configuration|discharge|rate|rating|constant|inductance|phase|range|cells?|about|approx|ca|dc|of|per|for|at)\b";

/// Words that tell what a text is about, where nobody says it.
pub(super) const TELLS: &[(&str, PartKind)] = &[
    (r"\b(?:esc|controller|speed control|h[ -]?bridge|driver board)\b", PartKind::Controller),
    (
        r"\b\d+\s*m?ah\b|\b(?:battery|pack|lipo|li-?ion|lifepo4?|nimh|lead[ -]acid)\b|\b\d+\s*s\s*\d+\s*p\b|\b\d+\s*s\b.*\b\d+\s*c\b",
        PartKind::Battery,
    ),
    (r"\b(?:belt|chain|pulleys?|sprockets?|pinion)\b", PartKind::GearingStage),
    (r"\b(?:tyre|tire|wheel)s?\b(?:[^a-z]|$)(?:.*\b(?:mm|in)\b)?", PartKind::Wheel),
    (r"\bmotor\b|\bkv\b|\brpm\b|\bturns?\b|\d+t\b|\bhub\b", PartKind::Motor),
];
