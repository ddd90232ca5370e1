//! What else stands in a logbook: heat stages, checks, upkeep, failures, changes.

use crate::document::Measurement;
use crate::document::reading::{FieldValue, Place, Problem, Problems, Spec, list, name, number, text, typed};

record! {
    /// Temperatures read at the end of a stage.
    StageReadings {
        motor_c: Option<f64>, number(-50.0, 400.0), "Motor", "Of the case.";
        controller_c: Option<f64>, number(-50.0, 400.0), "Controller", "At its hottest place.";
        battery_c: Option<f64>, number(-50.0, 400.0), "Battery", "Between the cells.";
    }
}

record! {
    /// A stage of a heat run: so long at so much, then read.
    HeatStage {
        minutes: f64, number(0.01, 10_000.0), "Lasts", "Minutes of running.";
        throttle: Option<f64>, number(0.0, 1.0), "Throttle", "Share of full throttle.";
        speed_m_s: Option<f64>, number(0.0, 150.0), "Speed", "Speed that is held.";
        readings: Option<StageReadings>, typed(), "Readings", "At its end.";
    }
    check(|stage, at, problems| {
        if stage.throttle.is_some() && stage.speed_m_s.is_some() {
            problems.note(&at.key("speed_m_s"), "came beside throttle: give one of the two");
        }
    })
}

record! {
    /// A heat run in stages.
    HeatEntry {
        ambient_c: Option<f64>, number(-50.0, 80.0), "Air", "Temperature of the air; that of the job when left out.";
        option: Option<String>, name(120), "Option", "The option that was run; that of the log when left out.";
        drive: Option<String>, name(60), "Drive", "The drive that was run; that of the log when left out.";
        planned_min: Option<f64>, number(0.01, 10_000.0), "Planned", "Minutes that the whole is to last.";
        stages: Vec<HeatStage>, list(1, 40), "Stages", "One after the other.";
    }
}

record! {
    /// What a check of a motor came to, where its sheet is not there.
    CheckResults {
        kv_rpm_per_v: Option<f64>, number(0.1, 20_000.0), "Kv", "Turns per minute per volt.";
        kv_standard_error: Option<f64>, number(0.0, 20_000.0), "Its error", "Standard error of Kv.";
        resistance_ohm: Option<f64>, number(1e-5, 1000.0), "Winding resistance", "At the temperature of the winding.";
        resistance_standard_error: Option<f64>, number(0.0, 1000.0), "Its error", "Standard error of the resistance.";
        no_load_current_a: Option<f64>, number(0.0, 500.0), "No-load current", "With nothing on the shaft.";
        temperature_c: f64 = 20.0, number(-50.0, 250.0), "Motor", "Its temperature while it was checked.";
    }
}

record! {
    /// A check of a part of the machine.
    CheckEntry {
        motor: Option<String>, name(120), "Motor", "Which one, where there are several.";
        temperature_c: Option<f64>, number(-50.0, 250.0), "Motor", "Its temperature while it was checked; 20 °C when left out.";
        measurement: Option<Measurement>, typed(), "Sheet", "The bench sheet.";
        results: Option<CheckResults>, typed(), "Results", "What it came to, where there is no sheet.";
    }
    check(|check, at, problems| {
        if check.measurement.is_none() && check.results.is_none() {
            problems.note(at, "neither measurement nor results came: one is needed");
        }
    })
}

impl FieldValue for Measurement {
    fn read(value: &serde_json::Value, _spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        let own = at.pointer();
        Self::from_value(value)
            .map_err(|found| {
                let here = |problem: Problem| Problem { pointer: format!("{own}{}", problem.pointer), ..problem };
                problems.0.extend(found.into_iter().map(here));
            })
            .ok()
    }

    fn schema(_spec: &Spec, generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
        generator.subschema_for::<Self>()
    }
}

record! {
    /// A length that wears, and what is left of it.
    WearReading {
        length_mm: f64, number(0.01, 1000.0), "Length", "As measured.";
        limit_mm: f64, number(0.0, 1000.0), "Limit", "Length at which it is due.";
    }
}

record! {
    /// Something that was looked after.
    UpkeepEntry {
        item: String, name(120), "What", "Brushes, belt, grease.";
        hours_between: Option<f64>, number(0.1, 100_000.0), "Every", "Hours of running between two times.";
        km_between: Option<f64>, number(0.1, 1e6), "or every", "Kilometres between two times.";
        days_between: Option<f64>, number(1.0, 10_000.0), "or every", "Days between two times.";
        measured: Option<WearReading>, typed(), "Measured", "A length that wears.";
        hours: Option<f64>, number(0.0, 1e6), "Hours", "Hours of running until then.";
        done: bool = true, typed(), "Done", "Whether it was done, or only looked at.";
        cost: Option<f64>, number(0.0, 1e7), "Cost", "What was bought for it, in the currency of the budget.";
    }
}

choice! {
    /// Which part of the chain something belongs to.
    Component {
        Motor = "motor", "Motor";
        Gearing = "gearing", "Gearing";
        Battery = "battery", "Battery";
        Controller = "controller", "Controller";
        Wiring = "wiring", "Wiring";
        Other = "other", "Something else";
    }
}

record! {
    /// Something that broke.
    FailureEntry {
        part: String, name(120), "Part", "Worm, belt, controller.";
        component: Option<Component>, typed(), "Belongs to", "Part of the chain, to see whether a limit of it was passed.";
        what: String = String::new(), text(2000), "What broke", "And how.";
        batch: Option<String>, name(120), "Batch", "Delivery or lot that it came from.";
        of: Option<u32>, number(1.0, 100_000.0), "of", "How many of that batch were in use.";
        hours: Option<f64>, number(0.0, 1e6), "after", "Hours of running.";
        beyond_limits: Option<bool>, typed(), "Beyond its limits", "Whether a limit of that part was passed at that moment.";
        cost: Option<f64>, number(0.0, 1e7), "Cost", "What its replacement cost, in the currency of the budget.";
    }
}

record! {
    /// Something of the machine was changed.
    ChangeEntry {
        changes: Vec<ChangedFigure> = Vec::new(), list(0, 400), "Changes", "Figure by figure.";
    }
}

record! {
    /// One figure that was changed, in words.
    ChangedFigure {
        what: String, name(200), "What", "Pulley, teeth.";
        before: Option<String>, text(120), "Before", "What stood there.";
        after: Option<String>, text(120), "After", "What stands there now.";
    }
}

record! {
    /// Something that was written down.
    NoteEntry {
        pictures: Vec<Picture> = Vec::new(), list(0, 12), "Pictures", "What it looked like.";
    }
}

record! {
    /// A picture of a note, by the name it is kept under.
    Picture {
        name: String, name(120), "Picture", "Name of the file.";
        data: Option<String>, text(16_000_000), "Content", "The picture as a data address, where it travels with the log.";
    }
}
