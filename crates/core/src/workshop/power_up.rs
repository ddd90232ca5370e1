//! The first power-up, step by step, made from the build, with what each reading should be.

use serde::Serialize;

use crate::document::parts::Sensor;
use crate::document::simulation::SIMULATION_FORMAT;
use crate::document::{Build, Load, MotorKind, OptionSheet, Simulation};
use crate::format::significant;
use crate::model::cases::Case;
use crate::model::supply::{Chain, FULL};

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
/// A heat run ends so much before what winding or magnets stand, K (common practice: the can lags behind both).
const STOP_BEFORE_K: f64 = 10.0;
/// Less is not read on a usual meter, A.
const LEAST_READ_A: f64 = 0.01;
/// Stages of the heat run, s.
const STAGES_S: [f64; 3] = [120.0, 300.0, 900.0];

fn step(key: impl Into<String>, does: impl Into<String>) -> PowerStep {
    PowerStep { key: key.into(), does: does.into(), caution: None, reading: None }
}

/// The first power-up of the option at a place, which `chain` has resolved.
pub(crate) fn power_up(build: &Build, place: usize, chain: &Chain<'_>, goes_on: &dyn Fn() -> bool) -> Vec<PowerStep> {
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
    let regulated = chain.drives.iter().any(|drive| !drive.generates() && drive.controller.present);
    before_the_battery(option, regulated, &mut steps);
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
        let touch = if drive.controller.present { "a touch of throttle" } else { "a short press on the switch" };
        steps.push(step(
            format!("direction.{name}"),
            match drive.parts.motor.kind {
                MotorKind::Brushless => {
                    format!("{name}: {touch}: it turns the right way and does not stutter; else swap two phases.")
                }
                MotorKind::Stepper => {
                    format!("{name}: {touch}: it turns the right way; else swap the two leads of one winding.")
                }
                MotorKind::Brushed => {
                    format!("{name}: {touch}: it turns the right way; else swap the two motor leads.")
                }
            },
        ));
        let figures = chain.figures(drive.index, FULL, Case::NoLoad);
        if let Some(figures) = figures.filter(|figures| figures.supply_a > LEAST_READ_A) {
            let count = drive.parts.motor_count;
            let amperes = figures.supply_a;
            let on = if drive.controller.present { "full throttle" } else { "switched on" };
            let mut reading = step(
                format!("no_load.{name}"),
                format!(
                    "{name}: {on} with nothing on it{}: read the current from the battery.",
                    if count > 1 { format!(", {count} motors") } else { String::new() }
                ),
            );
            reading.reading = Some(Expected {
                unit: "A",
                about: amperes,
                from: NO_LOAD_BAND.0 * amperes,
                to: NO_LOAD_BAND.1 * amperes,
                low: if drive.controller.present {
                    "a motor stands still, a phase or a brush is open, or the throttle does not reach its end"
                } else {
                    "a motor stands still, a brush is open, or the switch makes bad contact"
                },
                high: "something rubs, a bearing or a chain is too tight, the timing is too far, or turns of the winding are shorted",
            });
            steps.push(reading);
        }
    }
    if regulated {
        let mut failsafe = step(
            "failsafe",
            "Transmitter off, or the signal lead out, while it turns: everything must stop within a second.",
        );
        failsafe.caution = Some("A failsafe set for weaker motors may hold a throttle: then it runs away with these.");
        steps.push(failsafe);
    }
    if chain.drives.iter().any(|drive| !drive.generates()) {
        let how = if regulated { "at half throttle" } else { "running free" };
        steps.push(step(
            "connectors",
            format!("A minute {how}: touch every connector. Warm is a bad joint; make it again."),
        ));
    }
    heat(build, place, goes_on, &mut steps);
    steps
}

/// What is done before the pack itself is joined.
fn before_the_battery(option: &OptionSheet, regulated: bool, steps: &mut Vec<PowerStep>) {
    if regulated {
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
    } else {
        steps.push(step(
            "switch",
            "Meter on ohms, between the poles of the loom, battery away: open with the switch off; pressed, the few ohms of the motors.",
        ));
    }
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

fn generator(name: &str, drive: &crate::model::Drive<'_>, steps: &mut Vec<PowerStep>) {
    let Some(dynamo) = crate::model::generating::GeneratorModel::of(drive) else { return };
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
    if amperes <= LEAST_READ_A {
        return;
    }
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

/// The staged heat run: the work of the job for two, five and fifteen minutes, the can read after each. What would pass a limit,
/// or cannot be held at all, is left out.
fn heat(build: &Build, place: usize, goes_on: &dyn Fn() -> bool, steps: &mut Vec<PowerStep>) {
    let option = &build.options[place];
    let ambient_c = build.job.ambient_c;
    let share = build.job.duty_cycle;
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
        let ran = crate::simulation::simulate(&simulation, &mut |_| goes_on());
        let (series, limits) = (&ran.lead.series, &ran.lead.limits);
        // Over the working share everything warms by that share of what it would warm by continuously.
        let warm = |celsius: f64| ambient_c + share * (celsius - ambient_c);
        let below = |celsius: Option<f64>, limit_c: Option<f64>| {
            celsius.zip(limit_c).is_none_or(|(celsius, limit_c)| warm(celsius) < limit_c)
        };
        for seconds in STAGES_S {
            let Some(row) = series.t_s.iter().rposition(|t_s| *t_s <= seconds + 0.5) else { break };
            let (Some(case_c), true) = (series.case_c[row], series.t_s[row] >= seconds - 10.5) else { break };
            let winding_c = series.winding_c[row].unwrap_or(case_c);
            let celsius = warm(case_c);
            // The can where the winding under it would be at its class, or the magnets at their grade; some kelvin before.
            let inside_k = share * (winding_c - case_c);
            let ends_c = limits.magnet_c.unwrap_or(f64::INFINITY).min(limits.winding_c - inside_k) - STOP_BEFORE_K;
            if celsius >= ends_c
                || !below(series.controller_c[row], limits.controller_c)
                || !below(series.battery_c[row], limits.battery_c)
            {
                break;
            }
            let minutes = significant(seconds / 60.0);
            let worked = if share < 1.0 {
                format!(", working {} % of the time", significant(100.0 * share))
            } else {
                String::new()
            };
            let rise = celsius - ambient_c;
            let to_c = (ambient_c + (HEAT_BAND * rise).max(rise + 5.0)).min(ends_c);
            let mut stage = step(
                format!("heat.{}.{minutes}", job.name),
                format!(
                    "{}: the speed of the job for {minutes} minutes from cold{worked}, then the motor's can. Stop at {} °C.",
                    job.name,
                    significant(ends_c)
                ),
            );
            stage.reading = Some(Expected {
                unit: "°C",
                about: celsius,
                from: ambient_c - 5.0,
                to: to_c,
                low: "the thermometer is off, or it worked less than thought",
                high: "it works harder or is cooled worse than thought: stop here and find out before the longer run",
            });
            steps.push(stage);
        }
    }
}
