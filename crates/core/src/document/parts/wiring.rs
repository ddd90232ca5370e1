//! Wiring runs: what they are, what they join.

use crate::document::reading::{Place, Problems, Spec, name, number, text, typed};

/// Which current a wiring run carries.
#[derive(Debug, Clone, PartialEq, Eq, Hash)]
pub enum Circuit {
    /// Between battery and controllers.
    Supply,
    /// Between the controller and the motors of the named drive.
    Motor(String),
}

impl serde::Serialize for Circuit {
    fn serialize<S: serde::Serializer>(&self, serializer: S) -> Result<S::Ok, S::Error> {
        match self {
            Self::Supply => serializer.serialize_str("supply"),
            Self::Motor(drive) => serializer.collect_str(&format_args!("motor:{drive}")),
        }
    }
}

impl crate::document::reading::FieldValue for Circuit {
    fn read(value: &serde_json::Value, _spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        match value.as_str() {
            Some("supply") => Some(Self::Supply),
            Some(text) if text.len() > "motor:".len() && text.starts_with("motor:") => {
                Some(Self::Motor(text["motor:".len()..].to_owned()))
            }
            _ => {
                problems.note(
                    at,
                    format!(
                        "{} came, \"supply\" or \"motor:\" with a drive's name is needed",
                        crate::document::reading::shown(value)
                    ),
                );
                None
            }
        }
    }

    fn schema(_spec: &Spec, _generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
        schemars::json_schema!({ "type": "string", "pattern": "^(supply|motor:.+)$" })
    }
}

choice! {
    /// What a wire is insulated with.
    Insulation {
        Pvc = "pvc", "PVC";
        Xlpe = "xlpe", "Cross-linked polyethylene";
        Rubber = "rubber", "Rubber";
        Silicone = "silicone", "Silicone";
        Ptfe = "ptfe", "PTFE";
        Enamel = "enamel", "Enamel";
    }
}

impl Insulation {
    /// What it stands continuously, °C.
    ///
    /// # Source
    /// IEC 60227 PVC 70 °C, IEC 60502 cross-linked polyethylene 90 °C, IEC 60245 rubber 60 °C and silicone 180 °C, enamel of
    /// class F 155 °C (IEC 60085), PTFE 200 °C (common practice); from memory.
    #[must_use]
    pub const fn limit_c(self) -> f64 {
        match self {
            Self::Rubber => 60.0,
            Self::Pvc => 70.0,
            Self::Xlpe => 90.0,
            Self::Enamel => 155.0,
            Self::Silicone => 180.0,
            Self::Ptfe => 200.0,
        }
    }
}

impl Insulation {
    /// What it stands for the moments of a short, °C.
    ///
    /// # Source
    /// IEC 60364-5-54 annex A: PVC 160 °C, rubber 200 °C, cross-linked polyethylene 250 °C; silicone and PTFE 350 °C, enamel
    /// 250 °C (from memory).
    #[must_use]
    pub const fn short_c(self) -> f64 {
        match self {
            Self::Pvc => 160.0,
            Self::Rubber => 200.0,
            Self::Xlpe | Self::Enamel => 250.0,
            Self::Silicone | Self::Ptfe => 350.0,
        }
    }
}

choice! {
    /// What a rating is for.
    CurrentKind { Dc = "dc", "Direct current"; Ac = "ac", "Alternating current"; }
}

record! {
    /// A pair of leads; `length_m` is one way.
    WiringRun {
        name: String, name(80), "Run", "What it joins.";
        circuit: Circuit, typed(), "Carries", "Battery current, or the current of a drive's motor.";
        awg: Option<f64>, number(-3.0, 40.0), "Gauge (AWG)", "American wire gauge; 0, -1, -2, -3 for 1/0 to 4/0.";
        area_mm2: Option<f64>, number(0.005, 1000.0), "Cross-section", "Copper area.";
        length_m: f64, number(0.0, 1000.0), "Length, one way", "Length of one lead of the pair.";
        insulation: Option<Insulation>, typed(), "Insulation", "What the insulation is made of; PVC is assumed.";
        wall_mm: Option<f64>, number(0.0, 20.0), "Insulation wall", "Thickness of the insulation; the usual one when left out.";
        bundled: Option<u32>, number(1.0, 100.0), "Wires together", "Wires that lie together and carry current, those of this run counted; other circuits among them warm it.";
        steady_a: Option<f64>, number(0.0, 10_000.0), "Steady current", "Of a kept run or a clamp meter; the hardest work when left out.";
        connector: Option<String>, text(80), "Connector", "Connector family, generic.";
        connector_a: Option<f64>, number(0.01, 10_000.0), "Connector good for", "Steady current its family is good for.";
        crimps: Option<u32>, number(0.0, 1000.0), "Crimps", "Crimped ends in the run, for the parts list.";
        connector_ohm: f64 = 0.0, number(0.0, 10.0), "Connectors", "Resistance of all connectors in the run.";
        fuse_a: Option<f64>, number(0.01, 10_000.0), "Fuse", "Rating of the fuse in the run.";
        switch: Option<String>, text(80), "Switch", "Switch in the run.";
        switch_a: Option<f64>, number(0.001, 10_000.0), "Switch good for", "Current it carries and breaks.";
        switch_rated_for: Option<CurrentKind>, typed(), "Switch rated for", "Direct or alternating current.";
    }
    check(|run, at, problems| {
        match (run.awg, run.area_mm2) {
            (Some(_), Some(_)) => {
                problems.note(&at.key("area_mm2"), "came beside awg: give the gauge or the cross-section, not both");
            }
            (None, None) => problems.note(at, "neither awg nor area_mm2 came: one is needed"),
            _ => {}
        }
    })
}
