//! The command line: results on standard output, messages on standard error, exit codes.

use std::io::Write;
use std::process::{Command, Output, Stdio};

use crate::support::{DOLLY, PROGRAM};
use serde_json::Value;

fn run(arguments: &[&str], input: Option<&str>) -> Output {
    let mut child = Command::new(PROGRAM)
        .args(arguments)
        .env_remove("YPSIDYNE_PASSPHRASE")
        .stdin(Stdio::piped())
        .stdout(Stdio::piped())
        .stderr(Stdio::piped())
        .spawn()
        .unwrap();
    let mut stdin = child.stdin.take().unwrap();
    stdin.write_all(input.unwrap_or("").as_bytes()).unwrap();
    drop(stdin);
    child.wait_with_output().unwrap()
}

fn text(bytes: &[u8]) -> String {
    String::from_utf8(bytes.to_vec()).unwrap()
}

#[test]
fn evaluate_reads_a_file_or_standard_input() {
    let from_input = run(&["evaluate", "-"], Some(DOLLY));
    assert_eq!(from_input.status.code(), Some(0));
    let evaluation: Value = serde_json::from_slice(&from_input.stdout).unwrap();
    assert_eq!(evaluation["format"], "ypsidyne.evaluation/1");
    assert_eq!(evaluation["options"][0]["weakest_link"]["code"], "battery.bms_current");
    assert!(from_input.stderr.is_empty());

    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("dolly.json");
    std::fs::write(&file, DOLLY).unwrap();
    let from_file = run(&["evaluate", file.to_str().unwrap()], None);
    assert_eq!(from_file.stdout, from_input.stdout);
}

#[test]
fn bad_input_exits_with_2_and_lists_every_problem() {
    let broken =
        DOLLY.replace("\"ambient_c\": 22", "\"ambient_c\": 900").replace("\"cells_series\": 10", "\"cells_series\": 0");
    let output = run(&["evaluate", "-"], Some(&broken));
    assert_eq!(output.status.code(), Some(2));
    assert!(output.stdout.is_empty());
    let said = text(&output.stderr);
    assert!(said.contains("2 problems"), "{said}");
    assert!(said.contains("/job/ambient_c: 900 is out of range"), "{said}");
    assert!(said.contains("/options/0/battery/cells_series"), "{said}");

    let missing = run(&["evaluate", "no-such-file.json"], None);
    assert_eq!(missing.status.code(), Some(2));
    assert!(text(&missing.stderr).contains("no-such-file.json"));
}

#[test]
fn schema_prints_what_the_product_publishes() {
    let output = run(&["schema", "build"], None);
    assert_eq!(output.status.code(), Some(0));
    let schema: Value = serde_json::from_slice(&output.stdout).unwrap();
    assert_eq!(schema["properties"]["format"]["const"], "ypsidyne.build/1");
    let unknown = run(&["schema", "horoscope"], None);
    assert_eq!(unknown.status.code(), Some(2));
    assert!(text(&unknown.stderr).contains("build, evaluation"));
}

#[test]
fn help_teaches() {
    let said = text(&run(&["--help"], None).stdout);
    for word in ["demo", "serve", "evaluate", "schema", "Examples"] {
        assert!(said.contains(word), "{word} not in {said}");
    }
    let said = text(&run(&["evaluate", "--help"], None).stdout);
    assert!(said.contains("exit code is then 2"), "{said}");
}

#[test]
fn it_does_not_open_itself_to_other_machines_without_a_passphrase() {
    let folder = tempfile::tempdir().unwrap();
    let data = folder.path().join("builds.sqlite");
    let output = run(&["serve", "--address", "0.0.0.0", "--port", "0", "--data", data.to_str().unwrap()], None);
    assert_eq!(output.status.code(), Some(1));
    assert!(text(&output.stderr).contains("passphrase"), "{}", text(&output.stderr));
    assert!(!data.exists(), "refused before anything is opened");

    let short = folder.path().join("short");
    std::fs::write(&short, "abc\n").unwrap();
    let output = run(
        &[
            "serve",
            "--address",
            "0.0.0.0",
            "--data",
            data.to_str().unwrap(),
            "--passphrase-file",
            short.to_str().unwrap(),
        ],
        None,
    );
    assert_eq!(output.status.code(), Some(1));
    assert!(text(&output.stderr).contains("too short"));
}

#[test]
fn a_port_that_is_taken_is_named() {
    let taken = std::net::TcpListener::bind("127.0.0.1:0").unwrap();
    let port = taken.local_addr().unwrap().port().to_string();
    let folder = tempfile::tempdir().unwrap();
    let data = folder.path().join("builds.sqlite");
    let output = run(&["serve", "--port", &port, "--data", data.to_str().unwrap()], None);
    assert_eq!(output.status.code(), Some(1));
    assert!(text(&output.stderr).contains("--port"), "{}", text(&output.stderr));
}

#[test]
fn find_tries_every_combination_of_a_search() {
    let build: serde_json::Value = serde_json::from_str(DOLLY).unwrap();
    let search = serde_json::json!({
        "format": "ypsidyne.search/1", "job": build["job"], "drive": "wheels", "base": build["options"][0],
        "vary": { "gearing": { "driver_teeth": [14, 16, 18], "driven_teeth": [36, 40, 44] } }, "limit": 3,
    });
    let output = run(&["find", "-"], Some(&search.to_string()));
    assert!(output.status.success());
    let found: serde_json::Value = serde_json::from_slice(&output.stdout).unwrap();
    assert_eq!((found["format"].as_str(), found["considered"].as_u64()), (Some("ypsidyne.found/1"), Some(9)));
    assert_eq!(found["ranked"].as_array().unwrap().len(), 3);
    let mut wrong = search;
    wrong["drive"] = serde_json::json!("rotor");
    let refused = run(&["find", "-"], Some(&wrong.to_string()));
    assert_eq!(refused.status.code(), Some(2));
    assert!(text(&refused.stderr).contains("/drive"), "{}", text(&refused.stderr));
}

#[test]
fn measure_works_a_sheet_out_and_refuses_too_few_readings() {
    let sheet = r#"{ "format": "ypsidyne.measurement/1", "kind": "spin_test", "wiring": "brushed",
        "points": [{ "rpm": 270, "voltage_v": 1 }, { "rpm": 540, "voltage_v": 2 }] }"#;
    let output = run(&["measure", "-"], Some(sheet));
    assert_eq!(output.status.code(), Some(0));
    let measured: Value = serde_json::from_slice(&output.stdout).unwrap();
    assert!((measured["results"]["kv_rpm_per_v"].as_f64().unwrap() - 270.0).abs() < 1e-9);
    let few = sheet.replace(", { \"rpm\": 540, \"voltage_v\": 2 }", "");
    let output = run(&["measure", "-"], Some(&few));
    assert_eq!(output.status.code(), Some(2));
    assert!(text(&output.stderr).contains("/points: 1 points are used, at least 2 speeds are needed"));
}

#[test]
fn simulate_runs_a_document_as_json_or_csv() {
    let build: Value = serde_json::from_str(DOLLY).unwrap();
    let asked = serde_json::json!({
        "format": "ypsidyne.simulation/1", "build": build, "mode": { "kind": "hold", "speed_m_s": 4 }, "until_s": 20,
    });
    let output = run(&["simulate", "-"], Some(&asked.to_string()));
    assert!(output.status.success(), "{}", text(&output.stderr));
    let ran: Value = serde_json::from_slice(&output.stdout).unwrap();
    assert_eq!((ran["format"].as_str(), ran["ended_by"].as_str()), (Some("ypsidyne.simulated/1"), Some("time")));
    let table = run(&["simulate", "-", "--csv"], Some(&asked.to_string()));
    assert_eq!(text(&table.stdout).lines().count(), ran["series"]["t_s"].as_array().unwrap().len() + 1);
    let mut wrong = asked;
    wrong["mode"]["speed_m_s"] = serde_json::json!(-4);
    let refused = run(&["simulate", "-"], Some(&wrong.to_string()));
    assert_eq!(refused.status.code(), Some(2));
    assert!(text(&refused.stderr).contains("/mode/speed_m_s"), "{}", text(&refused.stderr));
}

#[test]
fn sheet_writes_one_file_that_stands_alone() {
    let output = run(&["sheet", "-"], Some(DOLLY));
    assert!(output.status.success(), "{}", text(&output.stderr));
    let sheet = text(&output.stdout);
    assert!(
        sheet.starts_with("<!DOCTYPE html>") && sheet.trim_end().ends_with("</html>"),
        "{}",
        &sheet[sheet.len() - 20..]
    );
    assert!(!sheet.contains("src=") && !sheet.contains("<link"));
    let other = run(&["sheet", "-", "--option", "No such thing"], Some(DOLLY));
    assert_ne!(other.status.code(), Some(0));
    assert!(
        text(&other.stderr).contains("no option is called \"No such thing\"; there are"),
        "{}",
        text(&other.stderr)
    );
}

#[test]
fn a_loggers_table_is_compared_with_its_build_and_what_is_unusable_is_named() {
    let folder = tempfile::tempdir().unwrap();
    let build = folder.path().join("build.json");
    std::fs::write(&build, ypsidyne_testkit::demo("tracking-shot-dolly-board").to_string()).unwrap();
    let rows: String = (0..120)
        .map(|t| format!("{t};{};{}\n", if t == 7 { "fast" } else { "10,8" }, if t < 5 { 6 } else { 3 }))
        .collect();
    let table = format!("time (s);speed (km/h);battery current (A)\n{rows}");
    let output = run(&["compare", "-", "--build", build.to_str().unwrap()], Some(&table));
    assert!(output.status.success(), "{}", String::from_utf8_lossy(&output.stderr));
    let told: Value = serde_json::from_slice(&output.stdout).unwrap();
    assert_eq!(told["format"], "ypsidyne.compared/1");
    let way = told["rides"][0]["totals"]["distance_m"].as_f64().unwrap();
    assert!((way - 357.0).abs() < 1.0, "{way}");
    assert!(String::from_utf8_lossy(&output.stderr).contains("line 9, speed (km/h): \"fast\" came"));

    let log = serde_json::json!({ "format": "ypsidyne.log/1", "build": ypsidyne_testkit::demo("tracking-shot-dolly-board"),
        "entries": [{ "kind": "ride", "at": "2026-11-21T10:00:00Z", "columns": { "t_s": [0, 1, 1] } }] });
    let output = run(&["compare", "-"], Some(&log.to_string()));
    assert_eq!(output.status.code(), Some(2));
    assert!(String::from_utf8_lossy(&output.stderr).contains("/entries/0/columns/t_s/2"));
}

#[tokio::test]
async fn a_copy_is_made_while_the_bench_runs_and_a_damaged_file_is_told() {
    let server = crate::support::Server::demo();
    let folder = tempfile::tempdir().unwrap();
    let copy = folder.path().join("copy.sqlite");
    let (data, to) = (server.data().to_str().unwrap().to_owned(), copy.to_str().unwrap().to_owned());
    let made = run(&["backup", &to, "--data", &data], None);
    assert!(made.status.success(), "{}", text(&made.stderr));
    let again = run(&["backup", &to, "--data", &data], None);
    assert!(text(&again.stderr).contains("is there already"), "{}", text(&again.stderr));
    let looked = run(&["check", &to], None);
    assert!(looked.status.success());
    assert!(text(&looked.stdout).contains("revisions of builds: 5 of 5 can be read"), "{}", text(&looked.stdout));
    // The copy opens as it is.
    let other = crate::support::Server::on(&copy);
    let list: Value = reqwest::get(other.url("/api/builds")).await.unwrap().json().await.unwrap();
    assert_eq!(list.as_array().unwrap().len(), 5);
    drop(other);

    let mut bytes = std::fs::read(&copy).unwrap();
    let from = bytes.len() - 40 * 4096;
    bytes[from..].fill(0);
    std::fs::write(&copy, bytes).unwrap();
    let torn = run(&["check", &to], None);
    assert_eq!(torn.status.code(), Some(1), "{}", text(&torn.stdout));
    assert!(text(&torn.stdout).contains("damaged: "), "{}", text(&torn.stdout));
    assert_eq!(run(&["check", "no such file"], None).status.code(), Some(2));
    let none = run(&["backup", &format!("{to}2"), "--data", "no such file"], None);
    assert!(text(&none.stderr).contains("there is no data file"), "{}", text(&none.stderr));
}
