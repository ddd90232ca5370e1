//! A ride as a logger writes it: the run of a build with other figures than those it is said to have.
#![allow(dead_code, reason = "each user takes its own part")]

use serde_json::{Value, json};
use ypsidyne_core::document::Simulation;
use ypsidyne_core::simulation::simulate;

/// A course with slow and fast stretches, a hill and stops, eased from one speed to the next.
fn course() -> Vec<Value> {
    const KNOTS: [[f64; 3]; 14] = [
        [0.0, 0.0, 0.0],
        [10.0, 3.9, 0.0],
        [70.0, 3.9, 0.0],
        [80.0, 2.8, 0.0],
        [88.0, 2.8, 6.0],
        [140.0, 2.8, 6.0],
        [148.0, 2.8, 0.0],
        [156.0, 0.0, 0.0],
        [164.0, 0.0, 0.0],
        [180.0, 6.2, 0.0],
        [260.0, 6.2, 0.0],
        [276.0, 1.8, 0.0],
        [340.0, 1.8, 0.0],
        [350.0, 0.0, 0.0],
    ];
    let mut points = vec![json!({ "t_s": 0.0, "speed_m_s": 0.0 })];
    for pair in KNOTS.windows(2) {
        let ([t, v, g], [t_to, v_to, g_to]) = (pair[0], pair[1]);
        let steps = if v == v_to && g == g_to { 1 } else { 20 };
        points.extend((1..=steps).map(|step| {
            let share = f64::from(step) / f64::from(steps);
            let ease = share * share * (3.0 - 2.0 * share);
            json!({ "t_s": t + share * (t_to - t), "speed_m_s": v + ease * (v_to - v),
                "grade_percent": g + ease * (g_to - g) })
        }));
    }
    points
}

/// The table of a logger with km/h and a decimal comma, of a build that rolls `harder` times as hard; with one cell that is no
/// number, one that cannot be, a row that is repeated.
pub fn table(build: &Value, harder: f64) -> String {
    let mut hidden = build.clone();
    let rolling = &mut hidden["job"]["drives"][0]["load"]["rolling_resistance"];
    *rolling = json!(rolling.as_f64().unwrap() * harder);
    let asked = json!({ "format": "ypsidyne.simulation/1", "build": hidden,
        "mode": { "kind": "profile", "points": course() }, "until_s": 350.0, "sample_s": 1.0 });
    let run = simulate(&Simulation::from_value(&asked).unwrap(), &mut |_| true);
    let series = &run.lead.series;
    let comma = |value: f64| format!("{value:.3}").replace('.', ",");
    let mut text =
        String::from("Logger of the yard\nTime [s];Speed [km/h];Grade (%);Pack A;Pack V;Motor temp (°C);Note\n");
    for row in 0..series.t_s.len() {
        // Noise that repeats itself: the test is the same every time.
        let wobble = 0.05 * f64::from(u32::try_from(row * 7919 % 13).unwrap()) - 0.3;
        let amps = match row {
            40 => "ERR".to_owned(),
            90 => "9999".to_owned(),
            _ => comma(series.supply_current_a[row] + wobble),
        };
        let line = format!(
            "{};{};{};{amps};{};{};\n",
            comma(series.t_s[row]),
            comma(3.6 * series.speed_m_s[row].unwrap_or(0.0)),
            comma(series.grade_percent[row]),
            comma(series.supply_voltage_v[row]),
            comma(series.winding_c[row].unwrap_or(20.0)),
        );
        text += &line;
        if row == 120 {
            text += &line;
        }
    }
    text
}
