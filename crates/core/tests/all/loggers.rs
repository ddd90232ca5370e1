//! Tables as loggers write them: each is the same ride, and each is read as that ride.

use std::collections::BTreeMap;

use approx::assert_relative_eq;
use rstest::rstest;
use ypsidyne_core::logbook::ride_table::{ReadRide, SaidColumn, read_ride};

/// Seconds, m/s, A, V, °C of the ride that all of them wrote.
fn truth() -> Vec<[f64; 5]> {
    (0..60)
        .map(|row| {
            let t = f64::from(row);
            [t, 5.0 + (t / 9.0).sin(), 8.0 + 3.0 * (t / 5.0).cos(), 36.0 - 0.02 * t, 21.0 + 0.3 * t]
        })
        .collect()
}

type Row = fn(&[f64; 5]) -> String;

fn table(head: &str, row: Row, end: &str) -> String {
    let mut text = format!("{head}{end}");
    for line in truth() {
        text.push_str(&row(&line));
        text.push_str(end);
    }
    text
}

fn dot(text: &str) -> String {
    text.replace('.', ",")
}

fn clock(t: f64) -> String {
    let t = t + 50_530.0;
    format!("{:02}:{:02}:{:02}", (t / 3600.0) as u32, (t / 60.0) as u32 % 60, t as u32 % 60)
}

fn read(text: &str) -> ReadRide {
    read_ride(text, &BTreeMap::new()).unwrap_or_else(|error| panic!("{error}: {}", &text[..text.len().min(200)]))
}

#[rstest]
#[case::own_keys("t_s,speed_m_s,supply_current_a,supply_voltage_v,winding_c", |[t, s, a, v, c]: &[f64; 5]| format!("{t},{s},{a},{v},{c}"), "\n")]
#[case::kilometres("Time (s),Speed (km/h),Current (A),Voltage (V),Motor temp (°C)", |[t, s, a, v, c]: &[f64; 5]| format!("{t},{},{a},{v},{c}", s * 3.6), "\n")]
#[case::miles("elapsed [s],GPS speed [mph],Battery current [A],Battery voltage [V],motor temperature [F]", |[t, s, a, v, c]: &[f64; 5]| format!("{t},{},{a},{v},{}", s / 0.44704, c * 1.8 + 32.0), "\r\n")]
#[case::decimal_comma("Time s;Speed km/h;Current A;Voltage V;Motor temp C", |[t, s, a, v, c]: &[f64; 5]| dot(&format!("{t};{};{a};{v};{c}", s * 3.6)), "\n")]
#[case::tabs("time\tspeed\tcurrent\tvoltage\tmotor_temp", |[t, s, a, v, c]: &[f64; 5]| format!("{t}\t{s}\t{a}\t{v}\t{c}"), "\n")]
#[case::milliseconds("ms,speed_kmh,i_bat,v_bat,temp_motor", |[t, s, a, v, c]: &[f64; 5]| format!("{},{},{a},{v},{c}", t * 1000.0, s * 3.6), "\n")]
#[case::bare_milliseconds("timestamp,speed,current,voltage,motor temp", |[t, s, a, v, c]: &[f64; 5]| format!("{},{s},{a},{v},{c}", t * 1000.0), "\n")]
#[case::minutes("time [min],speed [m/s],current [A],voltage [V],winding [°C]", |[t, s, a, v, c]: &[f64; 5]| format!("{},{s},{a},{v},{c}", t / 60.0), "\n")]
#[case::clock("Time,Speed (m/s),Current,Voltage,Motor Temp", |[t, s, a, v, c]: &[f64; 5]| format!("{},{s},{a},{v},{c}", clock(*t)), "\n")]
#[case::date_and_clock("Date,Time,Speed (m/s),Current,Voltage,Motor Temp", |[t, s, a, v, c]: &[f64; 5]| format!("21.11.2026,{},{s},{a},{v},{c}", clock(*t)), "\n")]
#[case::moments("datetime,speed (m/s),current,voltage,motor temp", |[t, s, a, v, c]: &[f64; 5]| format!("2026-11-21T{}Z,{s},{a},{v},{c}", clock(*t)), "\n")]
#[case::since_1970("timestamp (s),speed m/s,current,voltage,motor temp", |[t, s, a, v, c]: &[f64; 5]| format!("{},{s},{a},{v},{c}", 1_795_269_730.0 + t), "\n")]
#[case::since_1970_in_ms("timestamp,speed m/s,current,voltage,motor temp", |[t, s, a, v, c]: &[f64; 5]| format!("{:.0},{s},{a},{v},{c}", 1000.0 * (1_795_269_730.0 + t)), "\n")]
#[case::quoted("\"Time\",\"Speed (km/h)\",\"Current (A)\",\"Voltage (V)\",\"Motor temp (C)\"", |[t, s, a, v, c]: &[f64; 5]| format!("\"{t}\",\"{}\",\"{a}\",\"{v}\",\"{c}\"", s * 3.6), "\n")]
#[case::preamble("# logger 3.1\n# rider: none\nserial;12345\n\nt_s;speed_m_s;supply_current_a;supply_voltage_v;winding_c", |[t, s, a, v, c]: &[f64; 5]| format!("{t};{s};{a};{v};{c}"), "\n")]
#[case::units_row("Time,Speed,Current,Voltage,Motor Temp\ns,km/h,A,V,°F", |[t, s, a, v, c]: &[f64; 5]| format!("{t},{},{a},{v},{}", s * 3.6, c * 1.8 + 32.0), "\n")]
#[case::units_in_cells("time,speed,current,voltage,motor temp", |[t, s, a, v, c]: &[f64; 5]| format!("{t} s,{s} m/s,{a} A,{v} V,{c} °C"), "\n")]
#[case::millivolts("t_s,speed m/s,current (mA),voltage (mV),motor temp", |[t, s, a, v, c]: &[f64; 5]| format!("{t},{s},{},{},{c}", a * 1000.0, v * 1000.0), "\n")]
#[case::others_between("index,Time (s),Throttle %,Speed (m/s),ERPM,Current (A),max current,Voltage (V),lowest cell V,Motor temp (C),Latitude", |[t, s, a, v, c]: &[f64; 5]| format!("7,{t},55,{s},21000,{a},90,{v},3.6,{c},47.1"), "\n")]
#[case::byte_order_mark("\u{feff}t_s,speed_m_s,supply_current_a,supply_voltage_v,winding_c", |[t, s, a, v, c]: &[f64; 5]| format!("{t},{s},{a},{v},{c}"), "\n")]
#[case::power_for_current("t_s,speed_m_s,power (W),voltage (V),winding_c", |[t, s, a, v, c]: &[f64; 5]| format!("{t},{s},{},{v},{c}", a * v), "\n")]
#[case::knots("t_s,speed (kn),current,voltage,winding", |[t, s, a, v, c]: &[f64; 5]| format!("{t},{},{a},{v},{c}", s * 3600.0 / 1852.0), "\n")]
#[case::elapsed_clock("elapsed,speed m/s,current,voltage,winding", |[t, s, a, v, c]: &[f64; 5]| format!("0:{:02}:{:02},{s},{a},{v},{c}", (*t as u32) / 60, (*t as u32) % 60), "\n")]
fn the_ride_of_every_logger_is_read(#[case] head: &str, #[case] row: Row, #[case] end: &str) {
    let found = read(&table(head, row, end));
    assert_eq!(found.problem_count, 0, "{:?}", found.problems);
    let columns = &found.columns;
    assert_eq!(columns.t_s.0.len(), 60);
    for (at, [t, s, a, v, c]) in truth().into_iter().enumerate() {
        assert_relative_eq!(columns.t_s.0[at], t, epsilon = 2e-3);
        for (column, wanted) in [
            (&columns.speed_m_s, s),
            (&columns.supply_current_a, a),
            (&columns.supply_voltage_v, v),
            (&columns.winding_c, c),
        ] {
            assert_relative_eq!(column.as_ref().unwrap().0[at], wanted, max_relative = 1e-9);
        }
    }
}

/// What cannot be used is named by line and column; the rest is read.
#[test]
fn what_is_unusable_is_named_by_line_and_column_and_nothing_is_dropped_in_silence() {
    let text = "t_s,speed_m_s,supply_voltage_v,winding_c\n\
        0,1,36,20\n1,fast,36,20\n2,1,9000,20\nlater,1,36,20\n3,1,36,\n3,1,36,20\n2.5,1,36,20\n4,1,36,20\n5,1,36,95\n6,1,36,20\n";
    let found = read(text);
    let named: Vec<(u64, Option<&str>)> =
        found.problems.iter().map(|problem| (problem.line, problem.column.as_deref())).collect();
    assert_eq!(
        named,
        [
            (3, Some("speed_m_s")),
            (4, Some("supply_voltage_v")),
            (5, Some("t_s")),
            (7, Some("t_s")),
            (8, Some("t_s")),
            (10, Some("winding_c"))
        ],
        "{:#?}",
        found.problems
    );
    assert_eq!((found.rows, found.left_out), (7, 3));
    assert!(found.problems[5].detail.contains("stands alone"), "{}", found.problems[5].detail);
    assert!(found.columns.winding_c.as_ref().unwrap().0[5].is_nan(), "a spike is no reading");
}

#[test]
fn a_clock_goes_past_midnight_and_a_gap_is_named() {
    let text = "time,speed m/s\n23:59:58,1\n23:59:59,1\n00:00:00,1\n00:00:01,1\n00:05:00,1\n00:05:01,1\n";
    let found = read(text);
    assert_eq!(found.columns.t_s.0, [0.0, 1.0, 2.0, 3.0, 302.0, 303.0]);
    assert_eq!(found.gaps.len(), 1);
}

#[test]
fn rows_of_one_second_are_spread_over_it() {
    let text: String = std::iter::once("time,speed m/s\n".to_owned())
        .chain((0..20).map(|row| format!("{},{}\n", clock(f64::from(row / 5)), row)))
        .collect();
    let found = read(&text);
    assert_eq!(found.problem_count, 0);
    assert_relative_eq!(found.columns.t_s.0[7], 1.4, max_relative = 1e-9);
}

#[test]
fn the_charge_drawn_gives_the_current() {
    let rows: String = (0..600).map(|t| format!("{t},3,{:.2}\n", f64::from(t) * 7.2 / 3.6)).collect();
    let found = read(&format!("t_s,speed_m_s,consumed mAh\n{rows}"));
    let amps = found.columns.supply_current_a.unwrap();
    assert_relative_eq!(amps.0[300], 7.2, max_relative = 0.01);
}

/// A head that is understood wrongly is said right by hand: another channel, another unit, or nothing.
#[test]
fn columns_are_said_by_hand() {
    let text = "t_s,speed,x\n0,36,20\n1,36,21\n2,36,22\n";
    let said = |json: &str| serde_json::from_str::<BTreeMap<usize, SaidColumn>>(json).unwrap();
    let found =
        read_ride(text, &said(r#"{ "1": { "channel": "speed", "unit": "km/h" }, "2": { "channel": "case" } }"#))
            .unwrap();
    assert_relative_eq!(found.columns.speed_m_s.as_ref().unwrap().0[0], 10.0, max_relative = 1e-12);
    assert_relative_eq!(found.columns.case_c.as_ref().unwrap().0[2], 22.0, max_relative = 1e-12);
    let found = read_ride(text, &said(r#"{ "1": { "channel": null }, "2": { "channel": "winding" } }"#)).unwrap();
    assert!(found.columns.speed_m_s.is_none());
}

#[rstest]
#[case("")]
#[case("one line of words")]
#[case("speed,current\n1,2\n")]
#[case("t_s,speed_m_s\n")]
#[case("t_s,speed_m_s\n0,1\n")]
fn a_file_that_is_no_ride_is_refused(#[case] text: &str) {
    assert!(read_ride(text, &BTreeMap::new()).is_err());
}

#[test]
fn half_a_million_rows_are_read_whole_with_their_peaks() {
    use std::fmt::Write as _;
    let mut text = String::from("Time (ms);Speed (km/h);Current (A)\n");
    for row in 0..500_000u32 {
        let amps = if row == 345_678 { 41.5 } else { f64::from(row % 40) * 0.25 };
        writeln!(text, "{};{};{amps}", row * 100, 10 + row % 3).unwrap();
    }
    let found = read_ride(&text, &BTreeMap::new()).unwrap();
    assert_eq!((found.rows, found.left_out, found.problem_count), (500_000, 0, 0));
    let told = ypsidyne_core::logbook::totals::totals(&found.columns);
    assert_relative_eq!(told.duration_s, 49_999.9, max_relative = 1e-9);
    assert_eq!(told.peak_supply_current_a, Some(41.5));
    let lines = ypsidyne_core::logbook::drawn::drawn(&found.columns, 0.0, 1e9, 2000);
    let amps = lines.iter().find(|line| line.name == "supply_current_a").unwrap();
    assert!(amps.values.len() <= 2100 && amps.values.contains(&Some(41.5)), "{}", amps.values.len());
    let again = ypsidyne_core::document::log::RideColumns::from_bytes(&found.columns.to_bytes()).unwrap();
    assert_eq!(again, found.columns);
}

proptest::proptest! {
    /// Whatever the bytes are, a table is read or refused; what is read keeps to its ranges.
    #[test]
    fn no_text_breaks_the_reader(text in "[a-z0-9,;:\\t\\n\" ./-]{0,300}", head in proptest::bool::ANY) {
        let text = if head { format!("t_s,speed_m_s,motor temp\n{text}") } else { text };
        if let Ok(found) = read_ride(&text, &BTreeMap::new()) {
            let times = &found.columns.t_s.0;
            proptest::prop_assert!(times.windows(2).all(|pair| pair[1] > pair[0]));
            proptest::prop_assert!(found.columns.channels().all(|(_, column)| column.0.len() == times.len()));
        }
    }
}
