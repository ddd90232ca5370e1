//! Rolling out: rolling resistance and drag from speed over time.

use super::given::Given;
use super::least_squares::{Fitted, curve, line};
use super::{Axis, Refusal, Weight, Worksheet, refused};
use crate::document::measurement::CoastDown;
use crate::format::significant;
use crate::formulas::constants::{AIR_DENSITY_KG_M3, GRAVITY_M_S2};

/// Speed of a body that a constant and a square of its speed slow down: dv/dt = −a − b·v².
///
/// # Source
/// v(t) = √(a/b)·tan(atan(v₀·√(b/a)) − √(a·b)·t); for b < 0 with tanh, for b = 0 a straight line.
fn rolling(parameters: &[f64], t_s: f64) -> f64 {
    let [start, a, b] = [parameters[0], parameters[1].max(1e-9), parameters[2]];
    // Where air makes less than a millionth of the friction the curve is a line to the last digit.
    let speed = if (b * start * start).abs() < 1e-6 * a {
        start - a * t_s
    } else if b > 0.0 {
        (a / b).sqrt() * ((start * (b / a).sqrt()).atan() - (a * b).sqrt() * t_s).max(0.0).tan()
    } else {
        let (scale, ratio) = ((a / -b).sqrt(), (start * (-b / a).sqrt()).clamp(-0.999_999, 0.999_999));
        scale * (ratio.atanh() - (a * -b).sqrt() * t_s).tanh()
    };
    speed.max(0.0)
}

/// Least squares over v₀, a and b.
pub(super) fn coast_down(sheet: &CoastDown, paper: &mut Worksheet<'_>) -> Result<(), Refusal> {
    let used = paper.used("points", &sheet.points, |point| [point.t_s, point.speed_m_s]).values;
    if used.len() < 4 {
        return Err(refused(
            "points",
            format!("{} points are used, at least 4 are needed, from fast to slow", used.len()),
        ));
    }
    let (times, speeds): (Vec<f64>, Vec<f64>) = used.iter().map(|[t, v]| (*t, *v)).unzip();
    let Some(straight) = line(&times, &speeds) else {
        return Err(refused("points", "every point is at the same time: times must rise"));
    };
    if straight.slope.value >= 0.0 {
        return Err(refused("points", "it does not slow down: is the way level, and the drive off?"));
    }
    let slowing = -straight.slope.value;
    let start = straight.intercept.value.max(1e-6);
    let guess = [start, 0.7 * slowing, 0.3 * slowing / (start * start)];
    let mut air = curve(&times, &speeds, &guess, rolling).filter(|fitted| fitted.parameters[1].value > 0.0);
    let mut airless = None;
    if air.as_ref().is_none_or(|fitted| fitted.parameters[2].value <= 0.0) {
        // Air cannot push: without it the slowing alone is fitted.
        air = None;
        airless = curve(&times, &speeds, &guess[..2], |p, t| rolling(&[p[0], p[1], 0.0], t));
        paper.find(
            "no_drag_seen",
            Weight::Doubt,
            None,
            "The readings show no air drag: start faster to see it. Only the rolling resistance is told.",
        );
    }
    let Some(fitted) = air.as_ref().or(airless.as_ref()) else {
        return Err(refused("points", "no curve of rolling out goes through these readings"));
    };
    report(sheet, paper, fitted);
    let parameters: Vec<f64> =
        fitted.parameters.iter().map(|one| one.value).chain(std::iter::once(0.0)).take(3).collect();
    let all: Vec<[f64; 2]> = sheet.points.iter().map(|point| [point.t_s, point.speed_m_s]).collect();
    let axes = [Axis { label: "time", unit: "s" }, Axis { label: "speed", unit: "m/s" }];
    paper.draw("rolling out", axes, "points", &all, |t_s| rolling(&parameters, t_s));
    let fastest = speeds.iter().copied().fold(0.0, f64::max);
    if let Some(scatter) = fitted.scatter.filter(|scatter| *scatter > 0.05 * fastest) {
        let text = format!(
            "The readings scatter by {} km/h around the curve: wind, a way that is not level, or a coarse speedometer. Roll \
             both ways and take the mean.",
            significant(scatter)
        );
        paper.find("scatter", Weight::Doubt, None, text);
    }
    Ok(())
}

fn report(sheet: &CoastDown, paper: &mut Worksheet<'_>, fitted: &Fitted) {
    let moving_kg = sheet.mass_kg + sheet.rotating_mass_kg;
    let a = fitted.parameters[1];
    let crr = a.times(moving_kg / (sheet.mass_kg * GRAVITY_M_S2));
    paper.figure("rolling_resistance", "rolling resistance", "", crr);
    paper.gives(Given::RollingResistance, crr.value);
    paper.work(format!(
        "slowing by friction {} m/s², so {} of the weight: a·(m + turning)/(m·g)",
        significant(a.value),
        significant(crr.value)
    ));
    if let Some(b) = fitted.parameters.get(2) {
        let area = b.times(2.0 * moving_kg / AIR_DENSITY_KG_M3);
        paper.figure("drag_area_m2", "drag area", "m²", area);
        paper.gives(Given::DragArea, area.value);
        paper.work(format!(
            "slowing by air {} ·v², so a drag area of {} m²: 2·b·(m + turning)/ρ",
            significant(b.value),
            significant(area.value)
        ));
        if area.interval_95().is_some_and(|[low, _]| low <= 0.0) {
            let text =
                "The drag area may as well be nothing: the speeds are too low or too few to tell it from friction.";
            paper.find("drag_unsure", Weight::Doubt, None, text);
        }
    } else {
        paper.result("drag_area_m2", serde_json::Value::Null);
    }
}
