//! Runs against a second, slower way: the machine written down again from the model, integrated by a general-purpose
//! library (`ode_solvers`, Dormand–Prince at 1e-10) or by short fixed steps, the bus voltage found by bisection.
//!
//! Over 400 lines: the reference integrator stands beside what it checks.

use approx::assert_relative_eq;
use ode_solvers::{DVector, Dopri5, System};
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::Simulation;
use ypsidyne_core::model::supply;
use ypsidyne_core::simulation::{self, outcome::EndedBy};
use ypsidyne_testkit::demo;

/// Every reported figure stays this close to the reference.
const CLOSE: f64 = 1e-3;

/// One drive of one option, read from the document anew.
#[derive(Debug, Clone)]
struct Machine {
    kt: f64,
    ohm: f64,
    rest_ohm: f64,
    brush: f64,
    loss: [f64; 2],
    beta: f64,
    motors: f64,
    per_channel: f64,
    ki: f64,
    kv: f64,
    kr: f64,
    duty: f64,
    motor_limit: f64,
    battery_limit: f64,
    idle: f64,
    accessory: f64,
    ratio: f64,
    through: f64,
    t0: f64,
    t2: f64,
    mass: f64,
    radius: f64,
    crr: f64,
    inertia: f64,
    cells: f64,
    ocv: [f64; 11],
    ah: f64,
    supply_ohm: f64,
    peukert: f64,
    hours: f64,
    ambient: f64,
    thermal: [f64; 4],
    grip: f64,
}

fn number(value: &Value, key: &str, otherwise: f64) -> f64 {
    value.get(key).and_then(Value::as_f64).unwrap_or(otherwise)
}

const ALPHA: f64 = 0.003_93;
const RPM: f64 = std::f64::consts::PI / 30.0;

impl Machine {
    /// A vehicle of a demo build, from its JSON.
    fn of(build: &Value, option: usize) -> Self {
        let job = &build["job"];
        let load = &job["drives"][0]["load"];
        let option = &build["options"][option];
        let (battery, drive) = (&option["battery"], &option["drives"][0]);
        let (motor, controller) = (&drive["motor"], &drive["controller"]);
        let motors = number(drive, "motor_count", 1.0);
        let kt = 1.0 / (RPM * number(motor, "kv_rpm_per_v", 0.0));
        let ohm = number(motor, "resistance_ohm", 0.0);
        let brush = number(motor, "brush_drop_v", 0.0);
        let (i0, v0) = (number(motor, "no_load_current_a", 0.0), number(motor, "no_load_voltage_v", 1.0));
        let share = number(motor, "no_load_speed_share", 0.5);
        let free = (v0 - i0 * ohm - brush) / kt;
        let foc = controller["commutation"] == "foc";
        let ki = if foc { 0.906_899_682 } else { 1.0 };
        let wire = |circuit: &str| -> f64 {
            let runs = option["wiring"]["runs"].as_array().cloned().unwrap_or_default();
            runs.iter()
                .filter(|run| run["circuit"] == circuit)
                .map(|run| {
                    let area = run.get("area_mm2").and_then(Value::as_f64).unwrap_or_else(|| {
                        let mm = 0.127 * 92f64.powf((36.0 - number(run, "awg", 0.0)) / 39.0);
                        std::f64::consts::FRAC_PI_4 * mm * mm
                    });
                    2.0 * number(run, "length_m", 0.0) * 1.7241e-8 / (area * 1e-6) + number(run, "connector_ohm", 0.0)
                })
                .sum()
        };
        let per_channel = number(drive, "motors_per_channel", 1.0);
        let mut ratio = number(&motor["gearbox"], "ratio", 1.0);
        let mut through = number(&motor["gearbox"], "efficiency", 1.0);
        let mut hardware = 0.0;
        for stage in drive["gearing"].as_array().into_iter().flatten() {
            ratio *= if stage.get("driven_teeth").is_some() {
                number(stage, "driven_teeth", 1.0) / number(stage, "driver_teeth", 1.0)
            } else {
                number(stage, "ratio", 1.0)
            };
            through *= number(stage, "efficiency", 1.0);
            hardware += number(stage, "mass_kg", 0.0);
        }
        let packs_series = number(battery, "packs_series", 1.0);
        let packs_parallel = number(battery, "packs_parallel", 1.0);
        hardware += number(battery, "mass_kg", 0.0) * packs_series * packs_parallel;
        hardware += motors * number(motor, "mass_kg", 0.0);
        hardware += number(drive, "controller_count", 1.0) * number(controller, "mass_kg", 0.0);
        let mass = number(load, "base_mass_kg", 0.0) + number(load, "payload_kg", 0.0) + hardware;
        let radius = number(&drive["output"], "wheel_diameter_m", 0.0) / 2.0;
        let crr = number(load, "rolling_resistance", 0.0);
        let rotor = number(motor, "rotor_inertia_kg_m2", 0.0);
        let chemistry = battery["chemistry"].as_str().unwrap();
        let (ocv, peukert) = match chemistry {
            "lead_acid" => ([1.893, 1.918, 1.943, 1.968, 1.992, 2.008, 2.033, 2.053, 2.075, 2.100, 2.122], 1.2),
            "lifepo4" => ([2.60, 3.17, 3.22, 3.25, 3.26, 3.27, 3.29, 3.31, 3.32, 3.33, 3.45], 1.0),
            "li_ion" => ([3.00, 3.45, 3.55, 3.61, 3.66, 3.72, 3.81, 3.90, 3.99, 4.08, 4.20], 1.0),
            other => panic!("no table here for {other}"),
        };
        let cells = number(battery, "cells_series", 0.0) * packs_series;
        let (d, l) = (number(motor, "can_diameter_mm", 0.0) / 1e3, number(motor, "can_length_mm", 0.0) / 1e3);
        let area = std::f64::consts::PI * d * l + std::f64::consts::PI * d * d / 2.0;
        let h = match drive["cooling"].as_str() {
            Some("airflow") => 40.0,
            Some("fan") => 80.0,
            _ => 20.0,
        };
        let kg = number(motor, "mass_kg", 0.0);
        Self {
            kt,
            ohm,
            rest_ohm: wire("motor:wheels") + per_channel * number(controller, "on_resistance_ohm", 0.0),
            brush,
            loss: [kt * i0 * (1.0 - share), kt * i0 * share / free],
            beta: if motor["magnet"] == "ferrite" { -0.002 } else { -0.0012 },
            motors,
            per_channel,
            ki,
            kv: if foc { 0.954_929_659 } else { 1.0 },
            kr: if foc { 0.75 / (ki * ki) } else { 1.0 },
            duty: number(controller, "max_duty", 1.0),
            motor_limit: ki
                * number(controller, "motor_current_limit_a", number(controller, "motor_current_peak_a", 1e9))
                / per_channel,
            battery_limit: number(
                controller,
                "battery_current_limit_a",
                number(controller, "battery_current_peak_a", 1e9),
            ) / per_channel,
            idle: number(controller, "idle_power_w", 0.0) * number(drive, "controller_count", 1.0),
            accessory: number(job, "accessory_power_w", 0.0),
            ratio,
            through,
            t0: mass * 9.80665 * crr * radius,
            t2: 0.5 * 1.225 * number(load, "drag_area_m2", 0.0) * radius.powi(3),
            mass,
            radius,
            crr,
            inertia: mass * radius * radius
                + number(&drive["output"], "wheel_inertia_kg_m2", 0.0)
                + through * motors * rotor * ratio * ratio,
            cells,
            ocv,
            ah: number(battery, "capacity_ah", 0.0) * packs_parallel,
            supply_ohm: cells * number(battery, "cell_resistance_ohm", 0.0) / packs_parallel + wire("supply"),
            peukert,
            hours: number(battery, "rated_hours", 20.0),
            ambient: number(job, "ambient_c", 25.0),
            thermal: [0.3 / (20.0 * area), 1.0 / (h * area), 0.2 * kg * 385.0, 0.8 * kg * 460.0],
            grip: number(load, "friction", 1e9) * number(load, "driven_weight_share", 1.0) * mass * 9.80665 * radius,
        }
    }

    fn open_v(&self, charge: f64) -> f64 {
        let tenth = (charge.clamp(0.0, 1.0) * 10.0).min(9.999_999_999);
        let low = tenth as usize;
        self.cells * (self.ocv[low] + (tenth - low as f64) * (self.ocv[low + 1] - self.ocv[low]))
    }

    fn hot(&self, winding: f64, case: f64) -> (f64, f64) {
        let ohm = self.kr * (self.ohm * (1.0 + ALPHA * (winding - 20.0)) + self.rest_ohm);
        (self.kt * (1.0 + self.beta * (case - 20.0)), ohm)
    }

    fn load(&self, speed: f64, grade: f64) -> f64 {
        let slope = (grade / 100.0f64).atan();
        self.t0 * slope.cos() + self.mass * 9.80665 * slope.sin() * self.radius + self.t2 * speed * speed
    }

    fn lost(&self, motor: f64) -> f64 {
        self.loss[0] + self.loss[1] * motor
    }

    /// Current of a motor, bus voltage and battery current at full throttle, by bisection on the voltage.
    fn throttle(&self, charge: f64, kt: f64, ohm: f64, motor: f64) -> (f64, f64, f64) {
        let (open, emf) = (self.open_v(charge), kt * motor + self.brush);
        let slip = (self.grip / (self.motors * self.ratio * self.through) + self.lost(motor)) / kt;
        let current = |volts: f64| {
            let duty = (self.duty * self.kv * volts - emf) / ohm;
            let battery = (-emf + (emf * emf + 4.0 * ohm * self.battery_limit * volts).sqrt()) / (2.0 * ohm);
            duty.min(self.motor_limit).min(battery).min(slip).max(0.0)
        };
        let gap = |volts: f64| {
            let a = current(volts);
            let power = self.motors * a * (emf + a * ohm) + self.idle + self.accessory;
            open - self.supply_ohm * power / volts - volts
        };
        // The largest voltage that fits: down from the resting one until the gap opens.
        let mut high = open;
        let mut low = open;
        while gap(low) < 0.0 && low > 0.1 * open {
            high = low;
            low -= 0.002 * open;
        }
        for _ in 0..80 {
            let middle = 0.5 * (low + high);
            if gap(middle) < 0.0 { high = middle } else { low = middle }
        }
        let volts = 0.5 * (low + high);
        (current(volts), volts, (open - volts) / self.supply_ohm)
    }

    fn bus(&self, charge: f64, power: f64) -> (f64, f64) {
        let open = self.open_v(charge);
        let volts = 0.5 * (open + (open * open - 4.0 * self.supply_ohm * (power + self.accessory)).sqrt());
        (volts, (power + self.accessory) / volts)
    }

    fn heating(&self, current: f64, motor: f64, winding: f64, case: f64) -> [f64; 2] {
        let [across, out, cw, cc] = self.thermal;
        let copper =
            self.kr * current * current * self.ohm * (1.0 + ALPHA * (winding - 20.0)) + current.abs() * self.brush;
        let flow = (winding - case) / across;
        [(copper - flow) / cw, (flow + self.lost(motor) * motor - (case - self.ambient) / out) / cc]
    }

    fn charge_rate(&self, amperes: f64) -> f64 {
        let stretch =
            if amperes > 0.0 { (amperes * self.hours / self.ah).powf(self.peukert - 1.0).max(1.0) } else { 1.0 };
        -amperes / (3600.0 * self.ah) * stretch
    }

    /// Speed, charge, winding, case, energy J, angle at full throttle.
    fn launching(&self, y: &[f64]) -> ([f64; 6], f64, f64) {
        let (kt, ohm) = self.hot(y[2], y[3]);
        let motor = y[0] * self.ratio;
        let (current, volts, amperes) = self.throttle(y[1], kt, ohm, motor);
        let torque = (kt * current - self.lost(motor)) * self.motors * self.ratio * self.through;
        let [winding, case] = self.heating(current, motor, y[2], y[3]);
        let gain = (torque - self.load(y[0], 0.0)) / self.inertia;
        ([gain, self.charge_rate(amperes), winding, case, volts * amperes, y[0]], volts, amperes)
    }

    /// The same while a speed is kept with a gain of speed on a grade; the current it takes.
    fn keeping(&self, y: &[f64], gain: f64, grade: f64) -> ([f64; 6], f64, f64, f64) {
        let (kt, ohm) = self.hot(y[2], y[3]);
        let motor = y[0] * self.ratio;
        let wanted = self.load(y[0], grade) + self.inertia * gain;
        let current = (wanted / (self.motors * self.ratio * self.through) + self.lost(motor)) / kt;
        let power = self.motors * current * (kt * motor + self.brush + current * ohm) + self.idle;
        let (volts, amperes) = self.bus(y[1], power);
        let [winding, case] = self.heating(current, motor, y[2], y[3]);
        ([gain, self.charge_rate(amperes), winding, case, volts * amperes, y[0]], volts, amperes, current)
    }
}

struct Launch<'m>(&'m Machine);
impl System<f64, DVector<f64>> for Launch<'_> {
    fn system(&self, _: f64, y: &DVector<f64>, dy: &mut DVector<f64>) {
        dy.copy_from_slice(&self.0.launching(y.as_slice()).0);
    }
}

struct Hold<'m>(&'m Machine, f64);
impl System<f64, DVector<f64>> for Hold<'_> {
    fn system(&self, _: f64, y: &DVector<f64>, dy: &mut DVector<f64>) {
        dy.copy_from_slice(&self.0.keeping(y.as_slice(), 0.0, self.1).0);
    }
}

fn integrate(system: impl System<f64, DVector<f64>>, start: [f64; 6], until: f64) -> Vec<f64> {
    let start = DVector::from_row_slice(&start);
    let (safety, beta, least, most) = (0.9, 0.04, 0.2, 10.0);
    let sparse = ode_solvers::dop_shared::OutputType::Sparse;
    let mut solver = Dopri5::from_param(
        system, 0.0, until, until, start, 1e-10, 1e-10, safety, beta, least, most, until, 0.0, 1_000_000, 1_000_000,
        sparse,
    );
    solver.integrate().expect("it integrates");
    solver.y_out().last().unwrap().as_slice().to_vec()
}

fn simulate(build: &Value, option: usize, more: Value) -> simulation::Simulated {
    let mut asked = json!({
        "format": "ypsidyne.simulation/1", "build": build, "option": build["options"][option]["name"], "drive": "wheels"
    });
    asked.as_object_mut().unwrap().extend(more.as_object().unwrap().clone());
    let simulation = Simulation::from_value(&asked).unwrap_or_else(|problems| panic!("{problems:#?}"));
    simulation::simulate(&simulation, &mut |_| true)
}

const CART: &str = "hillside-harvest-cart";
const BOARD: &str = "tracking-shot-dolly-board";

#[rstest]
fn validated_launch(
    #[values((CART, 0), (CART, 1), (BOARD, 0), (BOARD, 1))] build: (&str, usize),
    #[values(1.0, 0.5, 0.25)] charge: f64,
) {
    let document = demo(build.0);
    let machine = Machine::of(&document, build.1);
    let ran = simulate(&document, build.1, json!({ "mode": { "kind": "launch" }, "state_of_charge": charge }));
    assert_eq!(ran.ended_by, EndedBy::Steady);
    let summary = &ran.lead.summary;
    let ambient = machine.ambient;
    let end = integrate(Launch(&machine), [0.0, charge, ambient, ambient, 0.0, 0.0], summary.t_s);
    // The steady speed by bisection on the reference's own gain.
    let (mut low, mut high) = (0.0, 2.0 * summary.output_rpm * RPM);
    for _ in 0..80 {
        let middle = 0.5 * (low + high);
        if machine.launching(&[middle, charge, ambient, ambient]).0[0] > 0.0 { low = middle } else { high = middle }
    }
    assert_relative_eq!(end[0], 0.99 * low, max_relative = 1e-5);
    assert_relative_eq!(summary.output_rpm * RPM, end[0], max_relative = 1e-5);
    assert_relative_eq!(summary.state_of_charge, end[1], max_relative = 1e-6);
    assert_relative_eq!(summary.winding_c.unwrap() - ambient, end[2] - ambient, max_relative = CLOSE);
    assert_relative_eq!(summary.case_c.unwrap() - ambient, end[3] - ambient, max_relative = CLOSE);
    assert_relative_eq!(summary.energy_wh, end[4] / 3600.0, max_relative = 1e-4);
    assert_relative_eq!(summary.distance_m.unwrap(), end[5] * machine.radius, max_relative = 1e-4);
    // The extremes, from a fine walk over the same motion.
    let mut y = [0.0, charge, ambient, ambient, 0.0, 0.0];
    let (mut peak, mut least) = (0.0f64, f64::INFINITY);
    let steps = 20_000;
    let h = summary.t_s / f64::from(steps);
    for _ in 0..steps {
        let (rate, volts, amperes) = machine.launching(&y);
        (peak, least) = (peak.max(amperes), least.min(volts));
        let half: Vec<f64> = y.iter().zip(rate).map(|(y, r)| y + 0.5 * h * r).collect();
        let (middle, ..) = machine.launching(&half);
        y.iter_mut().zip(middle).for_each(|(y, r)| *y += h * r);
    }
    assert_relative_eq!(summary.peak_supply_current_a, peak, max_relative = CLOSE);
    assert_relative_eq!(summary.min_supply_voltage_v, least, max_relative = CLOSE);
}

#[rstest]
fn validated_hold_to_its_end(
    #[values((CART, 0), (CART, 1), (BOARD, 0), (BOARD, 1))] build: (&str, usize),
    #[values((1.0, 0.0), (0.7, 3.0))] asked: (f64, f64),
) {
    let document = demo(build.0);
    let machine = Machine::of(&document, build.1);
    let load = &document["job"]["drives"][0]["load"];
    let speed = asked.0 * load["target_speed_m_s"].as_f64().unwrap();
    let mode = json!({ "kind": "hold", "speed_m_s": speed, "grade_percent": asked.1 });
    let ran = simulate(&document, build.1, json!({ "mode": mode, "burn_on": true }));
    let summary = &ran.lead.summary;
    let ambient = machine.ambient;
    let start = [speed / machine.radius, 1.0, ambient, ambient, 0.0, 0.0];
    let end = integrate(Hold(&machine, asked.1), start, summary.t_s);
    match ran.ended_by {
        EndedBy::Empty => assert_relative_eq!(end[1], 0.2, max_relative = 1e-5),
        EndedBy::CannotHold => {
            let (kt, ohm) = machine.hot(end[2], end[3]);
            let (.., amperes, current) = machine.keeping(&end, 0.0, asked.1);
            let (full, ..) = machine.throttle(end[1], kt, ohm, end[0] * machine.ratio);
            assert_relative_eq!(current, full, max_relative = 1e-4);
            assert!(amperes > 0.0);
        }
        other => panic!("{other:?}"),
    }
    assert_relative_eq!(summary.state_of_charge, end[1], max_relative = CLOSE);
    assert_relative_eq!(summary.winding_c.unwrap() - ambient, end[2] - ambient, max_relative = CLOSE);
    assert_relative_eq!(summary.case_c.unwrap() - ambient, end[3] - ambient, max_relative = CLOSE);
    assert_relative_eq!(summary.energy_wh, end[4] / 3600.0, max_relative = CLOSE);
    assert_relative_eq!(summary.distance_m.unwrap(), end[5] * machine.radius, max_relative = CLOSE);
}

/// A profile that is too much for the drive: it falls behind and catches up at full throttle.
#[rstest]
#[case::cart(CART, 1, &[(0.0, 0.0, 0.0), (1.0, 1.3, 0.0), (20.0, 1.3, 0.0), (22.0, 1.3, 12.0), (40.0, 1.3, 12.0), (41.0, 1.3, 0.0), (60.0, 1.3, 0.0)])]
#[case::board(BOARD, 1, &[(0.0, 2.0, 0.0), (4.0, 8.0, 0.0), (20.0, 8.0, 0.0), (30.0, 9.0, 2.0), (60.0, 9.0, 0.0)])]
#[case::slips(BOARD, 0, &[(0.0, 0.0, 0.0), (1.0, 7.0, 0.0), (12.0, 7.0, 0.0)])]
fn validated_profile_that_falls_behind(#[case] slug: &str, #[case] option: usize, #[case] points: &[(f64, f64, f64)]) {
    let document = demo(slug);
    let machine = Machine::of(&document, option);
    let listed: Vec<Value> =
        points.iter().map(|(t, v, grade)| json!({ "t_s": t, "speed_m_s": v, "grade_percent": grade })).collect();
    let ran = simulate(&document, option, json!({ "mode": { "kind": "profile", "points": listed }, "sample_s": 0.5 }));
    assert_eq!(ran.ended_by, EndedBy::Time);
    let summary = &ran.lead.summary;
    // Short steps of the second order; behind when more is wanted than full throttle gives, level again when caught up.
    let mut y = [points[0].1 / machine.radius, 1.0, machine.ambient, machine.ambient, 0.0, 0.0];
    let (mut shortfall, mut peak, mut behind) = (0.0f64, 0.0f64, false);
    let steps = 120_000u32;
    let h = points.last().unwrap().0 / f64::from(steps);
    for step in 0..steps {
        let t = f64::from(step) * h;
        let segment = points.windows(2).find(|pair| t < pair[1].0).unwrap();
        let (from, to) = (segment[0], segment[1]);
        let share = |t: f64| (t - from.0) / (to.0 - from.0);
        let wanted = |t: f64| (from.1 + share(t) * (to.1 - from.1)) / machine.radius;
        let grade = |t: f64| from.2 + share(t) * (to.2 - from.2);
        let gain = (to.1 - from.1) / (to.0 - from.0) / machine.radius;
        if !behind {
            y[0] = wanted(t);
        }
        let (kt, ohm) = machine.hot(y[2], y[3]);
        let motor = y[0] * machine.ratio;
        let (full, ..) = machine.throttle(y[1], kt, ohm, motor);
        let need = machine.keeping(&y, gain, grade(t)).3;
        behind = if behind { y[0] < wanted(t) } else { need > full * (1.0 + 1e-12) };
        let rates = |y: &[f64], t: f64| {
            if behind {
                let (mut rate, volts, amperes) = machine.launching(y);
                rate[0] += (machine.load(y[0], 0.0) - machine.load(y[0], grade(t))) / machine.inertia;
                (rate, volts, amperes)
            } else {
                let (rate, volts, amperes, _) = machine.keeping(y, gain, grade(t));
                (rate, volts, amperes)
            }
        };
        let (rate, _, amperes) = rates(&y, t);
        peak = peak.max(amperes);
        let half: Vec<f64> = y.iter().zip(rate).map(|(y, r)| y + 0.5 * h * r).collect();
        let (middle, ..) = rates(&half, t + 0.5 * h);
        y.iter_mut().zip(middle).for_each(|(y, r)| *y += h * r);
        shortfall = shortfall.max(wanted(t + h) - y[0]);
    }
    assert!(shortfall * machine.radius > 0.05, "the case must fall behind: {shortfall}");
    assert_relative_eq!(summary.max_shortfall_m_s.unwrap(), shortfall * machine.radius, max_relative = CLOSE);
    assert_relative_eq!(summary.distance_m.unwrap(), y[5] * machine.radius, max_relative = CLOSE);
    assert_relative_eq!(summary.energy_wh, y[4] / 3600.0, max_relative = CLOSE);
    assert_relative_eq!(summary.peak_supply_current_a, peak, max_relative = CLOSE);
    assert_relative_eq!(summary.winding_c.unwrap() - machine.ambient, y[2] - machine.ambient, max_relative = CLOSE);
    assert_relative_eq!(1.0 - summary.state_of_charge, 1.0 - y[1], max_relative = CLOSE);
}

#[test]
fn the_reference_reads_the_same_machine() {
    // The reference and the evaluation agree on the resting voltage, so the tables above are those of the model.
    for slug in [CART, BOARD] {
        let document = demo(slug);
        let build = ypsidyne_core::document::Build::from_value(&document).unwrap();
        let evaluation = ypsidyne_core::evaluation::evaluate(&build);
        for (index, option) in evaluation.options.iter().enumerate() {
            let machine = Machine::of(&document, index);
            assert_relative_eq!(machine.mass, option.moving_mass_kg.unwrap(), max_relative = 1e-12);
            assert_relative_eq!(
                machine.open_v(supply::CHARGES[1]),
                option.supply.open_circuit_v.mid,
                max_relative = 1e-12
            );
            assert_relative_eq!(machine.supply_ohm, option.supply.resistance_ohm, max_relative = 1e-12);
            assert!(machine.per_channel >= 1.0 && machine.ki <= 1.0 && machine.crr > 0.0);
        }
    }
}
