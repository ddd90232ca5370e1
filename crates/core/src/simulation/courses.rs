//! Courses to start from, made for a build: its own speeds, its own hill.

use crate::document::course::{Course, CoursePart, CoursePoint, Hold, Launch, Mode, Profile, Shots};
use crate::document::load::{Generator, Vehicle};
use crate::document::{Build, Load, OptionSheet};

fn point() -> CoursePoint {
    CoursePoint {
        t_s: None,
        distance_m: None,
        speed_m_s: None,
        output_rpm: None,
        grade_percent: 0.0,
        load_share: 1.0,
        wait_s: 0.0,
    }
}

fn at_s(t_s: f64, speed_m_s: f64, grade_percent: f64) -> CoursePoint {
    CoursePoint { t_s: Some(t_s), speed_m_s: Some(speed_m_s), grade_percent, ..point() }
}

fn at_m(distance_m: f64, speed_m_s: f64, grade_percent: f64) -> CoursePoint {
    CoursePoint { distance_m: Some(distance_m), speed_m_s: Some(speed_m_s), grade_percent, ..point() }
}

fn course(name: &str, words: &str, parts: Vec<CoursePart>) -> Course {
    Course {
        name: name.to_owned(),
        words: words.to_owned(),
        state_of_charge: 1.0,
        until_s: None,
        repeat: false,
        stop_voltage_cutback: true,
        parts,
    }
}

fn part(drive: &str, mode: Mode) -> CoursePart {
    CoursePart { drive: drive.to_owned(), mode }
}

fn target() -> Mode {
    Mode::Hold(Hold { speed_m_s: None, output_rpm: None, grade_percent: 0.0, load_share: 1.0 })
}

const fn launch() -> Mode {
    Mode::Launch(Launch { grade_percent: 0.0 })
}

/// What a course goes over.
#[derive(Debug, Clone, Copy, PartialEq, Eq, serde::Deserialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Over {
    /// Seconds since the start.
    Time,
    /// Metres from the start.
    Way,
}

/// The same course over time or over the way. Between two points speed is taken as even over time, so each stretch lasts its
/// length over the mean of its two speeds; standing still is a wait. A course of turns stays as it is.
#[must_use]
pub fn turned_over(points: &[CoursePoint], over: Over) -> Vec<CoursePoint> {
    let turning = points.iter().any(|point| point.output_rpm.is_some());
    let already = points.iter().all(|point| match over {
        Over::Time => point.t_s.is_some(),
        Over::Way => point.distance_m.is_some(),
    });
    let Some(first) = points.first().filter(|_| !turning && !already) else { return points.to_vec() };
    let mut turned: Vec<CoursePoint> = Vec::with_capacity(points.len());
    let (mut t_s, mut distance_m) = (0.0, 0.0);
    let mut before = first;
    for point in points {
        let mean = 0.5 * (before.speed_m_s.unwrap_or(0.0) + point.speed_m_s.unwrap_or(0.0));
        match over {
            Over::Way => {
                let lasts = point.t_s.unwrap_or(0.0) - before.t_s.unwrap_or(0.0);
                if let (true, Some(last)) = (mean * lasts <= 0.0, turned.last_mut()) {
                    last.wait_s += lasts;
                } else {
                    distance_m += mean * lasts;
                    turned.push(CoursePoint { t_s: None, distance_m: Some(distance_m), ..point.clone() });
                }
            }
            Over::Time => {
                let length = point.distance_m.unwrap_or(0.0) - before.distance_m.unwrap_or(0.0);
                if length > 0.0 {
                    t_s += length / mean.max(1e-3);
                }
                let there = CoursePoint { t_s: Some(t_s), distance_m: None, wait_s: 0.0, ..point.clone() };
                turned.push(there.clone());
                if point.wait_s > 0.0 {
                    t_s += point.wait_s;
                    turned.push(CoursePoint { t_s: Some(t_s), ..there });
                }
            }
        }
        before = point;
    }
    turned
}

/// Speed rounded down to a tenth, so that a course can be read; at least a tenth.
fn round(speed: f64) -> f64 {
    ((speed * 10.0).floor() / 10.0).max(speed.min(0.1))
}

/// Up the hill of the job, down it and back.
fn hill_and_back(vehicle: &Vehicle) -> Vec<CoursePoint> {
    let grade = vehicle.grade_percent;
    let fast = vehicle.target_speed_m_s;
    let slow = vehicle.climb_speed_m_s.unwrap_or(fast).min(fast);
    let minutes = vehicle.climb_duration_min.unwrap_or(2.0);
    let run_up = (fast * 5.0).ceil().max(2.0);
    let level = (fast * 60.0).ceil();
    let hill = (slow * 60.0 * minutes).ceil();
    let mut along = 0.0;
    let mut points = vec![at_m(0.0, 0.0, 0.0)];
    let mut go = |metres: f64, speed: f64, grade: f64| {
        along += metres;
        points.push(at_m(along, speed, grade));
    };
    go(run_up, fast, 0.0);
    go(level, fast, 0.0);
    go(run_up, slow, grade);
    go(hill, slow, grade);
    go(run_up, 0.0, 0.0);
    if let Some(top) = points.last_mut() {
        top.wait_s = 10.0;
    }
    let mut go = |metres: f64, speed: f64, grade: f64| {
        along += metres;
        points.push(at_m(along, speed, grade));
    };
    go(run_up, slow, -grade);
    go(hill, slow, -grade);
    go(run_up, fast, 0.0);
    go(level, fast, 0.0);
    go(run_up, 0.0, 0.0);
    points
}

/// Twelve starts and stops.
fn stop_and_go(vehicle: &Vehicle) -> Vec<CoursePoint> {
    let fast = vehicle.target_speed_m_s;
    let ramp = vehicle.accelerate_s.unwrap_or(4.0).max(fast / 1.5);
    let mut t_s = 0.0;
    let mut points = vec![at_s(0.0, 0.0, 0.0)];
    for _ in 0..12 {
        for (lasts, speed) in [(ramp, fast), (15.0, fast), (ramp, 0.0), (10.0, 0.0)] {
            t_s += lasts;
            points.push(at_s(t_s, speed, 0.0));
        }
    }
    points
}

/// Creeping over steps and through holes: short steep pieces at a fifth of the speed.
fn obstacles(vehicle: &Vehicle) -> Vec<CoursePoint> {
    let slow = round(0.2 * vehicle.target_speed_m_s);
    let steep = (1.5 * vehicle.grade_percent).clamp(15.0, 45.0);
    let mut along = slow.max(0.5);
    let mut points = vec![at_m(0.0, 0.0, 0.0), at_m(along, slow, 0.0)];
    for _ in 0..6 {
        for (metres, grade) in
            [(1.0, 0.0), (0.3, steep), (0.5, steep), (0.3, 0.0), (0.3, -steep), (0.5, -steep), (0.3, 0.0)]
        {
            along += metres;
            points.push(at_m(along, slow, grade));
        }
    }
    points.push(at_m(along + slow.max(0.5), 0.0, 0.0));
    points
}

/// Rows of a field with a turn after each; the second list is the share of the crop at the same times.
fn field(vehicle: &Vehicle) -> (Vec<CoursePoint>, Vec<(f64, f64)>) {
    let fast = vehicle.target_speed_m_s;
    let slow = round(0.4 * fast);
    let (row_s, turn_s, ramp_s) = (45.0, 6.0, 1.5);
    let grade = (vehicle.grade_percent / 2.0).floor();
    let mut t_s = 0.0;
    let mut points = vec![at_s(0.0, 0.0, 0.0)];
    let mut crop = vec![(0.0, 0.0)];
    for row in 0..10 {
        // Up and down the slope in turn.
        let slope = if row % 2 == 0 { grade } else { -grade };
        for (lasts, speed, grade, share) in
            [(2.0, fast, slope, 1.0), (row_s, fast, slope, 1.0), (ramp_s, slow, 0.0, 0.0), (turn_s, slow, 0.0, 0.0)]
        {
            t_s += lasts;
            points.push(at_s(t_s, speed, grade));
            crop.push((t_s, share));
        }
    }
    points.push(at_s(t_s + 2.0, 0.0, 0.0));
    crop.push((t_s + 2.0, 0.0));
    (points, crop)
}

fn bare(option: &OptionSheet, drive: &str) -> bool {
    option.drives.iter().find(|served| served.drive == drive).is_none_or(|served| served.controller.is_none())
}

/// Courses to start from, for a build and one of its options; those that its drives can be sent through.
#[must_use]
pub fn courses(build: &Build, option: usize) -> Vec<Course> {
    let Some(option) = build.options.get(option) else { return Vec::new() };
    let drives: Vec<_> = build.job.drives.iter().collect();
    let mut offered = Vec::new();
    let profile = |points| Mode::Profile(Profile { points });
    for drive in &drives {
        let name = drive.name.as_str();
        if let Load::Generator(generator) = &drive.load {
            offered.extend(turned(name, generator));
            continue;
        }
        let others = |mode: fn() -> Mode| -> Vec<CoursePart> {
            drives
                .iter()
                .filter(|other| other.name != drive.name && !matches!(other.load, Load::Generator(_)))
                .map(|other| part(&other.name, if bare(option, &other.name) { launch() } else { mode() }))
                .collect()
        };
        let with = |mode: Mode| [vec![part(name, mode)], others(target)].concat();
        if bare(option, name) {
            if matches!(&drive.load, Load::Flywheel(wheels) if wheels.projectile.is_some()) {
                offered.push(bursts(with));
            }
            offered.push(course(
                &format!("Start {name}"),
                "Full throttle from rest: how long it takes and what the battery sees.",
                vec![part(name, launch())],
            ));
            continue;
        }
        match &drive.load {
            Load::Vehicle(vehicle) => {
                if vehicle.grade_percent > 0.0 {
                    offered.push(course(
                        "The hill and back",
                        "Up the hill of the job, a rest at the top, down again and home.",
                        vec![part(name, profile(hill_and_back(vehicle)))],
                    ));
                    let climb = Mode::Hold(Hold {
                        speed_m_s: vehicle.climb_speed_m_s.or(Some(vehicle.target_speed_m_s)),
                        output_rpm: None,
                        grade_percent: vehicle.grade_percent,
                        load_share: 1.0,
                    });
                    offered.push(course(
                        "Up the hill until something gives",
                        "The steepest grade without an end: the battery, the winding or the voltage ends it.",
                        vec![part(name, climb)],
                    ));
                }
                if drives.iter().any(|other| matches!(other.load, Load::Blade(_)) && !bare(option, &other.name)) {
                    offered.push(mow(name, vehicle, &drives, option));
                }
                offered.push(course(
                    "Stop and go",
                    "Twelve starts and stops: what comes back from braking, and what it costs.",
                    vec![part(name, profile(stop_and_go(vehicle)))],
                ));
                offered.push(course(
                    "Creep over obstacles",
                    "A fifth of the speed over short steep pieces: much current at little speed.",
                    vec![part(name, profile(obstacles(vehicle)))],
                ));
                offered.push(course("Straight on until empty", "The speed of the job on the level.", with(target())));
            }
            Load::Flywheel(wheels) if wheels.projectile.is_some() => offered.push(bursts(with)),
            _ => offered.push(course(
                &format!("{name} until empty"),
                "The speed of the job for as long as the battery lasts.",
                with(target()),
            )),
        }
        offered.push(course(
            &format!("Start {name}"),
            "Full throttle from rest: how long it takes and what the battery sees.",
            vec![part(name, launch())],
        ));
    }
    let mut seen: Vec<String> = Vec::new();
    offered.retain(|course| {
        let new = !seen.contains(&course.name);
        seen.push(course.name.clone());
        new
    });
    offered
}

/// The battery filled by a source as it is and by half of it; a heater watched until it is warm.
fn turned(drive: &str, generator: &Generator) -> Vec<Course> {
    let source = |share: f64| {
        let hold = Hold { speed_m_s: None, output_rpm: None, grade_percent: 0.0, load_share: share };
        vec![part(drive, Mode::Hold(hold))]
    };
    let from =
        |name: &str, words: &str, share: f64| Course { state_of_charge: 0.2, ..course(name, words, source(share)) };
    if generator.electrical.battery_v.is_none() {
        return vec![course("Warm up", "The load as it is for four hours: what the winding comes to.", source(1.0))];
    }
    let mut offered =
        vec![from("Fill the battery", "From a fifth to full, and what happens when it takes nothing more.", 1.0)];
    if generator.source.stall_torque_nm.is_some() {
        offered.push(from("Half the torque", "A dry week or little wind: what is left at half the torque.", 0.5));
    }
    offered
}

fn bursts(with: impl Fn(Mode) -> Vec<CoursePart>) -> Course {
    let shots = Mode::Shots(Shots { per_second: None, shots: Some(8), bursts: 3, pause_s: 2.0 });
    course("Spin up and fire in bursts", "Three bursts of eight: what the wheels lose with each shot.", with(shots))
}

fn mow(wheels: &str, vehicle: &Vehicle, drives: &[&crate::document::JobDrive], option: &OptionSheet) -> Course {
    let (points, crop) = field(vehicle);
    let mut parts = vec![part(wheels, Mode::Profile(Profile { points }))];
    for drive in drives {
        if let Load::Blade(blade) = &drive.load
            && !bare(option, &drive.name)
        {
            let rpm = blade.target_tip_speed_m_s / blade.blade_radius_m / crate::formulas::constants::RAD_S_PER_RPM;
            let points = crop
                .iter()
                .map(|(t_s, share)| CoursePoint {
                    t_s: Some(*t_s),
                    output_rpm: Some(rpm.round()),
                    load_share: *share,
                    ..point()
                })
                .collect();
            parts.push(part(&drive.name, Mode::Profile(Profile { points })));
        }
    }
    course("Mow a field with turns", "Ten rows up and down the slope; the crop ends in the turns.", parts)
}

#[cfg(test)]
mod tests {
    use super::{Over, at_m, at_s, turned_over};
    use crate::document::course::CoursePoint;

    #[test]
    fn a_course_turned_over_and_back_is_the_same() {
        let mut top = at_m(70.0, 0.0, 0.0);
        top.wait_s = 12.0;
        let way = [at_m(0.0, 0.0, 0.0), at_m(10.0, 2.0, 0.0), at_m(60.0, 2.0, 5.0), top, at_m(80.0, 2.0, -5.0)];
        let time = turned_over(&way, Over::Time);
        // 10 m at 1 m/s, 50 m at 2 m/s, 10 m at 1 m/s, a wait, 10 m at 1 m/s.
        let at: Vec<_> = time.iter().filter_map(|point| point.t_s).collect();
        assert_eq!(at, [0.0, 10.0, 35.0, 45.0, 57.0, 67.0]);
        assert_eq!(turned_over(&time, Over::Way), way);
        assert_eq!(turned_over(&time, Over::Time), time);
    }

    #[test]
    fn turns_have_no_way() {
        let turns = [
            CoursePoint { output_rpm: Some(0.0), speed_m_s: None, ..at_s(0.0, 0.0, 0.0) },
            CoursePoint { output_rpm: Some(900.0), speed_m_s: None, ..at_s(5.0, 0.0, 0.0) },
        ];
        assert_eq!(turned_over(&turns, Over::Way), turns);
    }
}
