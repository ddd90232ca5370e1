//! The first power-up, step by step, made from the build, with what each reading should be.

use serde::Serialize;

use crate::document::parts::Sensor;
use crate::document::simulation::SIMULATION_FORMAT;
use crate::document::{Build, Load, MachineKind, OptionSheet, Simulation};
use crate::drive::cases::Case;
use crate::run;
use crate::say::three;
use crate::supply::{Chain, FULL};

/// One step of the first power-up.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct PowerStep {
    /// Short name; ticks are kept by it.
    pub key: String,
    /// What to do.
    pub does: String,
    /// A caution that belongs here.
    pub caution: Option<&'static str>,
    /// What is read; null where the step is only done.
    pub reading: Option<Expected>,
}

/// A reading and the band it should lie in.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Expected {
    /// Its unit.
    pub unit: &'static str,
    /// What this build should show.
    pub about: f64,
    /// Lowest that goes on.
    pub from: f64,
    /// Highest that goes on.
    pub to: f64,
    /// What it may mean when it is lower.
    pub low: &'static str,
    /// What it may mean when it is higher.
    pub high: &'static str,
}

/// No-load readings differ by this much from part to part (common practice).
const NO_LOAD_BAND: (f64, f64) = (0.5, 1.6);
/// Predicted rises are off by this much.
const HEAT_BAND: f64 = 1.35;
/// Stages of the heat run, s.
const STAGES_S: [f64; 3] = [120.0, 300.0, 900.0];

fn step(key: impl Into<String>, does: impl Into<String>) -> PowerStep {
    PowerStep { key: key.into(), does: does.into(), caution: None, reading: None }
}

/// The first power-up of the option at a place, which `chain` has resolved.
pub(crate) fn power_up(build: &Build, place: usize, chain: &Chain<'_>) -> Vec<PowerStep> {
    let option = chain.option;
    let mut steps = vec![
        step(
            "looked_over",
            "Look the loom over: nothing loose, nothing pinched, every plug the right way round, fuse in its holder.",
        ),
        step(
            "continuity",
            "Meter on continuity, battery away: plus to plus and minus to minus ring through, plus to minus does not.",
        ),
    ];
    before_the_battery(option, &mut steps);
    for drive in &chain.drives {
        let name = &drive.parts.drive;
        let blade = matches!(drive.job.load, Load::Blade(_));
        let throws = matches!(&drive.job.load, Load::Flywheel(wheels) if wheels.projectile.is_some());
        if drive.generates() {
            generator(name, drive, &mut steps);
            continue;
        }
        let lift = match &drive.job.load {
            Load::Blade(_) => format!("{name}: take the blade off, or guard it all round; nobody near its plane."),
            Load::Flywheel(_) => format!("{name}: nothing in the feed, the wheels guarded, eye protection on."),
            Load::Hoist(_) => format!("{name}: nothing on the rope, rope off the drum."),
            Load::Fan(_) => format!("{name}: propeller off, or the machine tied down and nobody in its plane."),
            Load::ConstantTorque(_) => {
                format!("{name}: nothing on its shaft that can be caught, hands and sleeves clear of it.")
            }
            _ => format!("{name}: wheels off the ground, the machine on blocks, nothing that can be caught."),
        };
        let mut lifted = step(format!("guarded.{name}"), lift);
        if blade {
            lifted.caution =
                Some("A blade turns on after the switch: wait, then take the battery lead off before reaching in.");
        } else if throws {
            lifted.caution = Some("Never look into the muzzle, loaded or not.");
        }
        steps.push(lifted);
        let sensed = !matches!(drive.parts.motor.sensor, Some(Sensor::None) | None);
        if sensed {
            steps.push(step(
                format!("sensors.{name}"),
                format!("{name}: turn the motor by hand: the sensor lines change in their order; run the controller's detection."),
            ));
        }
        steps.push(step(
            format!("direction.{name}"),
            match drive.parts.motor.kind {
                MachineKind::Brushless => format!(
                    "{name}: a touch of throttle: it turns the right way and does not stutter; else swap two phases."
                ),
                MachineKind::Brushed => {
                    format!("{name}: a touch of throttle: it turns the right way; else swap the two motor leads.")
                }
            },
        ));
        if let Some(figures) = chain.figures(drive.index, FULL, Case::NoLoad) {
            let count = drive.parts.motor_count;
            let amperes = figures.supply_a;
            let mut reading = step(
                format!("no_load.{name}"),
                format!(
                    "{name}: full throttle with nothing on it{}: read the current from the battery.",
                    if count > 1 { format!(", {count} motors") } else { String::new() }
                ),
            );
            reading.reading = Some(Expected {
                unit: "A",
                about: amperes,
                from: NO_LOAD_BAND.0 * amperes,
                to: NO_LOAD_BAND.1 * amperes,
                low: "a motor stands still, a phase or a brush is open, or the throttle does not reach its end",
                high: "something rubs, a bearing or a chain is too tight, the timing is too far, or turns of the winding are shorted",
            });
            steps.push(reading);
        }
    }
    if chain.drives.iter().any(|drive| !drive.generates()) {
        let mut failsafe = step(
            "failsafe",
            "Transmitter off, or the signal lead out, while it turns: everything must stop within a second.",
        );
        failsafe.caution = Some("A failsafe set for weaker motors may hold a throttle: then it runs away with these.");
        steps.push(failsafe);
        steps.push(step(
            "connectors",
            "A minute at half throttle: touch every connector. Warm is a bad joint; make it again.",
        ));
    }
    heat(build, place, &mut steps);
    steps
}

/// What is done before the pack itself is joined.
fn before_the_battery(option: &OptionSheet, steps: &mut Vec<PowerStep>) {
    let mut poles = step(
        "poles",
        "Meter on ohms, between the poles of the loom, controllers joined, battery away: it climbs while their capacitors fill.",
    );
    poles.reading = Some(Expected {
        unit: "kΩ",
        about: 20.0,
        from: 0.5,
        to: 1e6,
        low: "a short: a crimp that bridges, a controller plugged in the wrong way round, or a dead one; do not join the battery",
        high: "nothing is joined: a plug or the switch is open",
    });
    steps.push(poles);
    let cells = option.battery.cells_series * option.battery.packs_series;
    let cell = option.battery.chemistry.cell();
    let mut pack = step("pack", "Meter on volts: the pack by itself, plus on red.");
    pack.reading = Some(Expected {
        unit: "V",
        about: f64::from(cells) * cell.nominal_v,
        from: f64::from(cells) * cell.cutoff_v,
        to: f64::from(cells) * cell.charger_end_v * 1.005,
        low: "empty, a dead cell, or fewer cells than the build says; charge it, cell by cell if it stays low",
        high: "more cells than the build says: controllers and motors may not stand it",
    });
    steps.push(pack);
    steps.push(step(
        "weak_source",
        "First a weak source: a bench supply at a tenth of the current, or the battery through a lamp. Only then the pack.",
    ));
}

fn generator(name: &str, drive: &crate::drive::Drive<'_>, steps: &mut Vec<PowerStep>) {
    let Some(dynamo) = crate::drive::generating::Dynamo::of(drive) else { return };
    let generating = dynamo.generating();
    let mut open = step(
        format!("open_volts.{name}"),
        format!(
            "{name}: let the source turn it with nothing on the leads, ready to stop it: read the volts behind the bridge."
        ),
    );
    open.caution =
        Some("With nothing on it the source runs away: keep a brake or a heater at hand, and fingers off the leads.");
    open.reading = Some(Expected {
        unit: "V",
        about: generating.runaway_voltage_v,
        from: 0.7 * generating.runaway_voltage_v,
        to: 1.25 * generating.runaway_voltage_v.max(1.0),
        low: "a diode or a phase is open, the belt slips, or the source is weaker than thought",
        high: "the speed-up is larger than in the build: what hangs on it may not stand this",
    });
    steps.push(open);
    let mut charging = step(format!("charging.{name}"), format!("{name}: battery on: read the current into it."));
    let amperes = generating.current_a * drive.motors;
    charging.reading = Some(Expected {
        unit: "A",
        about: amperes,
        from: 0.4 * amperes,
        to: (1.6 * amperes).max(0.5),
        low: "too slow: less water or wind than thought, or too small a speed-up",
        high: "more than the battery may be charged with; see its charging current",
    });
    steps.push(charging);
}

/// The staged heat run: the hardest work for two, five and fifteen minutes, the case read after each.
fn heat(build: &Build, place: usize, steps: &mut Vec<PowerStep>) {
    let option = &build.options[place];
    for job in &build.job.drives {
        let Some(served) = option.drives.iter().find(|served| served.drive == job.name) else { continue };
        if served.controller.is_none() || matches!(job.load, Load::Generator(_)) {
            continue;
        }
        let asked = serde_json::json!({
            "format": SIMULATION_FORMAT, "build": build, "option": option.name, "drive": job.name,
            "mode": { "kind": "hold" }, "until_s": STAGES_S[2], "sample_s": 10, "burn_on": true
        });
        let Ok(simulation) = Simulation::from_value(&asked) else { continue };
        let ran = run::simulate(&simulation, &mut |_| true);
        let series = &ran.lead.series;
        for seconds in STAGES_S {
            let Some(row) = series.t_s.iter().rposition(|t_s| *t_s <= seconds + 0.5) else { continue };
            let (Some(celsius), true) = (series.case_c[row], series.t_s[row] >= seconds - 10.5) else { continue };
            let minutes = seconds / 60.0;
            let mut stage = step(
                format!("heat.{}.{}", job.name, three(minutes)),
                format!(
                    "{}: the speed of the job for {} minutes from cold, then the motor's can.",
                    job.name,
                    three(minutes)
                ),
            );
            let rise = celsius - build.job.ambient_c;
            stage.reading = Some(Expected {
                unit: "°C",
                about: celsius,
                from: build.job.ambient_c - 5.0,
                to: build.job.ambient_c + (HEAT_BAND * rise).max(rise + 5.0),
                low: "the thermometer is off, or it worked less than thought",
                high: "it works harder or is cooled worse than thought: stop here and find out before the longer run",
            });
            steps.push(stage);
        }
    }
}
