//! A course: what the drives of a machine are asked to do over time or along a way.

use super::reading::{FieldValue, Place, Problem, Problems, Spec, list, name, number, text, typed};

/// Most points of a profile.
pub const MOST_POINTS: usize = 100_000;

record! {
    /// A point of a profile, at a time or a distance; between points speed and grade change evenly.
    CoursePoint {
        t_s: Option<f64>, number(0.0, 1e6), "Time", "Since the start.";
        distance_m: Option<f64>, number(0.0, 1e7), "Distance", "From the start.";
        speed_m_s: Option<f64>, number(0.0, 150.0), "Speed", "Speed wanted there.";
        output_rpm: Option<f64>, number(0.0, 500_000.0), "Output speed", "The same as turns of the output, where nothing travels.";
        grade_percent: f64 = 0.0, number(-100.0, 100.0), "Grade", "Rise over run; below zero it goes down.";
        load_share: f64 = 1.0, number(0.0, 20.0), "Share of the load",
            "Of the part of the load that does not come from speed: 0 no crop, 1 as in the job.";
        wait_s: f64 = 0.0, number(0.0, 1e5), "Wait there", "How long it stands there, on a course over distance.";
    }
}

record! {
    /// Full throttle from rest.
    Launch {
        grade_percent: f64 = 0.0, number(-100.0, 100.0), "Grade", "Of the ground it starts on.";
    }
}

record! {
    /// One speed held; the job's target when none is given.
    Hold {
        speed_m_s: Option<f64>, number(0.001, 150.0), "Speed", "Speed held.";
        output_rpm: Option<f64>, number(0.001, 500_000.0), "Output speed", "The same as turns of the output.";
        grade_percent: f64 = 0.0, number(-100.0, 100.0), "Grade", "Of the ground it is held on; below zero it goes down.";
        load_share: f64 = 1.0, number(0.0, 20.0), "Share of the load",
            "Of the part of the load that does not come from speed.";
    }
    check(|hold, at, problems| {
        if hold.speed_m_s.is_some() && hold.output_rpm.is_some() {
            problems.note(&at.key("output_rpm"), "came beside speed_m_s: give one of the two");
        }
    })
}

record! {
    /// Speed and grade from point to point.
    Profile {
        points: Vec<CoursePoint>, list(2, MOST_POINTS), "Points", "At least two, all over time or all over distance.";
    }
    check(|profile, at, problems| check_points(&profile.points, &at.key("points"), problems))
}

impl Profile {
    /// Reads a profile from a parsed value; its `kind` may stand beside the points.
    ///
    /// # Errors
    /// Every problem at once, each with its JSON pointer.
    pub fn from_value(value: &serde_json::Value) -> Result<Self, Vec<Problem>> {
        let mut problems = Problems::default();
        match Self::read_object(value, &["kind"], &Place::root(), &mut problems) {
            Some(profile) if problems.0.is_empty() => Ok(profile),
            _ => Err(problems.0),
        }
    }
}

record! {
    /// Spun up to the target, then projectiles.
    Shots {
        per_second: Option<f64>, number(0.001, 1000.0), "Shots per second",
            "As in the job when left out; without one there, as soon as the wheels are back at speed.";
        shots: Option<u32>, number(1.0, 10_000.0), "Shots in a burst", "How many, 10 when left out.";
        bursts: u32 = 1, number(1.0, 1000.0), "Bursts", "How many bursts.";
        pause_s: f64 = 0.0, number(0.0, 1e5), "Pause", "Between two bursts, the wheels kept at speed.";
    }
}

kinds! {
    /// What one drive is asked to do.
    Mode {
        Launch(Launch) = "launch", "Full throttle from rest";
        Hold(Hold) = "hold", "One speed held";
        Profile(Profile) = "profile", "Speed and grade from point to point";
        Shots(Shots) = "shots", "Spun up, then projectiles";
    }
}

record! {
    /// What one drive of a course does.
    CoursePart {
        drive: String, name(60), "Drive", "The job's drive.";
        mode: Mode, typed(), "Does", "What it is asked to do.";
    }
}

/// Most courses of a build.
pub const MOST_COURSES: usize = 40;

record! {
    /// A course that is kept with a build.
    Course {
        name: String, name(120), "Course", "What you call it.";
        words: String = String::new(), text(2000), "Words", "What it is for.";
        state_of_charge: f64 = 1.0, number(0.0, 1.0), "Charge at the start", "Share of the full charge.";
        until_s: Option<f64>, number(0.001, 1e6), "Ends after", "Ends it after this time.";
        repeat: bool = false, typed(), "Over and over", "Until the battery is empty or something gives.";
        stop_voltage_cutback: bool = true, typed(), "Cut back at the stop voltage",
            "The controllers take less rather than pull the battery below its stop voltage.";
        parts: Vec<CoursePart>, list(1, super::job::MOST_DRIVES), "Drives", "Those that run, the first one leads.";
    }
    check(|course, at, problems| {
        let parts = at.key("parts");
        super::job::refuse_twins(course.parts.iter().map(|part| part.drive.as_str()), "drive", &parts, problems);
        refuse_jump_on_repeat(course.repeat, course.parts.first().map(|part| &part.mode), &parts, problems);
    })
}

/// A course that is run over and over must end with the speed it starts with.
pub(super) fn refuse_jump_on_repeat(repeat: bool, lead: Option<&Mode>, at: &Place<'_>, problems: &mut Problems) {
    let Some(Mode::Profile(profile)) = lead.filter(|_| repeat) else { return };
    let wanted = |point: &CoursePoint| point.speed_m_s.or(point.output_rpm).unwrap_or(0.0);
    if let (Some(first), Some(last)) = (profile.points.first(), profile.points.last())
        && (wanted(first) - wanted(last)).abs() > 1e-9
    {
        problems.note(
            at,
            format!(
                "it starts at {} and ends at {}: to be run over and over both must be the same speed",
                wanted(first),
                wanted(last)
            ),
        );
    }
}

fn check_points(points: &[CoursePoint], at: &Place<'_>, problems: &mut Problems) {
    let by_distance = points.first().is_some_and(|point| point.distance_m.is_some());
    let turning = points.first().is_some_and(|point| point.output_rpm.is_some());
    let mut before: Option<(f64, f64)> = None;
    for (index, point) in points.iter().enumerate() {
        let place = at.index(index);
        let along = match (point.t_s, point.distance_m) {
            (Some(t_s), None) if !by_distance => t_s,
            (None, Some(distance_m)) if by_distance => distance_m,
            (None, None) => {
                problems.note(&place, "neither t_s nor distance_m came: one is needed");
                return;
            }
            _ => {
                problems.note(&place, "t_s and distance_m are mixed: all points are over time or all over distance");
                return;
            }
        };
        let speed = match (point.speed_m_s, point.output_rpm) {
            (Some(speed), None) if !turning => speed,
            (None, Some(rpm)) if turning && !by_distance => rpm,
            (None, Some(_)) if turning => {
                problems.note(&place.key("output_rpm"), "came on a course over distance: speed_m_s is needed there");
                return;
            }
            (None, None) => {
                problems.note(&place, "neither speed_m_s nor output_rpm came: one is needed");
                return;
            }
            _ => {
                problems.note(&place, "speed_m_s and output_rpm are mixed: give all points the same one");
                return;
            }
        };
        if let Some((last_along, last_speed)) = before {
            if along <= last_along {
                let key = if by_distance { "distance_m" } else { "t_s" };
                problems.note(&place.key(key), format!("{along} is not above {last_along} of the point before"));
                return;
            }
            if by_distance && speed <= 0.0 && last_speed <= 0.0 {
                problems.note(
                    &place.key("speed_m_s"),
                    "0 here and at the point before: it would never get there; give a speed, or wait_s to stand",
                );
                return;
            }
        }
        if point.wait_s > 0.0 && !by_distance {
            problems.note(&place.key("wait_s"), "came on a course over time: give a second point with the same speed");
        }
        if point.wait_s > 0.0 && speed > 0.0 {
            problems
                .note(&place.key("wait_s"), format!("came at a speed of {speed}: it can only wait where it stands"));
        }
        before = Some((along, speed));
    }
}

impl FieldValue for Mode {
    fn read(value: &serde_json::Value, _spec: &Spec, at: &Place<'_>, problems: &mut Problems) -> Option<Self> {
        Self::read(value, &["kind"], at, problems)
    }

    fn schema(_spec: &Spec, generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
        generator.subschema_for::<Self>()
    }
}

impl schemars::JsonSchema for Mode {
    fn schema_name() -> std::borrow::Cow<'static, str> {
        "Mode".into()
    }

    fn json_schema(generator: &mut schemars::SchemaGenerator) -> schemars::Schema {
        super::reading::tagged_schema(Self::schemas(generator))
    }
}
