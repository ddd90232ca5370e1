//! A luggage scale and a slope: mass on the wheels and rolling resistance.

use super::given::Given;
use super::least_squares::{Estimate, mean};
use super::{Axis, Refusal, Weight, Worksheet, refused};
use crate::document::measurement::PullTest;
use crate::format::significant;
use crate::formulas::constants::GRAVITY_M_S2;

/// Mass from the axles, rolling resistance from the pull or from the grade it just rolls down.
pub(super) fn pull_test(sheet: &PullTest, paper: &mut Worksheet<'_>) -> Result<(), Refusal> {
    let loads = paper.used("wheel_loads_n", &sheet.wheel_loads_n, |newton| newton.0).values;
    let pulls = paper.used("pull_n", &sheet.pull_n, |newton| newton.0).values;
    let grades = paper.used("rolling_grade_percent", &sheet.rolling_grade_percent, |percent| percent.0).values;
    if loads.is_empty() && pulls.is_empty() && grades.is_empty() {
        return Err(refused(
            "pull_n",
            "nothing was read: a pull on the level, a grade it rolls down, or the weight on each axle",
        ));
    }
    let weighed = (!loads.is_empty()).then(|| loads.iter().sum::<f64>() / GRAVITY_M_S2);
    if let Some(mass_kg) = weighed {
        paper.figure("mass_kg", "on the wheels", "kg", Estimate::exact(mass_kg));
        paper.work(format!(
            "{} axles together {} N / g = {} kg",
            loads.len(),
            significant(mass_kg * GRAVITY_M_S2),
            significant(mass_kg)
        ));
        if let Some(given) = sheet.mass_kg.filter(|given| (given - mass_kg).abs() > 0.1 * mass_kg) {
            let text = format!(
                "{} kg was given and the scale says {} kg: the scale's is used.",
                significant(given),
                significant(mass_kg)
            );
            paper.find("masses_differ", Weight::Note, None, text);
        }
    }
    if let Some(pull) = mean(&pulls) {
        let Some(mass_kg) = weighed.or(sheet.mass_kg) else {
            return Err(refused(
                "mass_kg",
                "missing: the mass on the wheels turns a pull into a rolling resistance; or weigh each axle",
            ));
        };
        let crr = pull.times(1.0 / (mass_kg * GRAVITY_M_S2));
        told(paper, crr);
        paper.work(format!(
            "mean pull {} N / ({} kg·g) = {}",
            significant(pull.value),
            significant(mass_kg),
            significant(crr.value)
        ));
        let all: Vec<[f64; 2]> =
            sheet.pull_n.iter().zip(1u32..).map(|(pull, number)| [f64::from(number), pull.0]).collect();
        let axes = [Axis { label: "reading", unit: "" }, Axis { label: "pull", unit: "N" }];
        paper.draw("pull on the level", axes, "pull_n", &all, |_| pull.value);
        if pulls.len() == 1 {
            paper.find(
                "one_reading",
                Weight::Note,
                None,
                "One pull tells nothing of its error: pull three times, both ways.",
            );
        }
    }
    if let Some(grade) = mean(&grades) {
        // Steady on a slope: rolling resistance times the cosine is the sine.
        let crr = grade.times(0.01);
        if pulls.is_empty() {
            told(paper, crr);
        } else {
            paper.figure("rolling_resistance_by_grade", "by the grade", "", crr);
        }
        paper.work(format!(
            "it just rolls down {} %: the rolling resistance is the tangent, {}",
            significant(grade.value),
            significant(crr.value)
        ));
    }
    Ok(())
}

fn told(paper: &mut Worksheet<'_>, crr: Estimate) {
    paper.figure("rolling_resistance", "rolling resistance", "", crr);
    paper.gives(Given::RollingResistance, crr.value);
    if crr.value > 0.3 {
        let text = "More than a third of the weight to roll is sand or a locked wheel: is something dragging?";
        paper.find("very_high", Weight::Doubt, None, text);
    }
}
