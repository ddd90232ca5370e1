//! Motors and gearing over HTTP: the map of teeth, the ratio, which kind, readings, swaps, ways to go slower.

use crate::request::{answer, post_json, problem};
use crate::support::{DOLLY, Server};
use reqwest::StatusCode;
use serde_json::{Value, json};

fn asked(more: Value) -> Value {
    let build: Value = serde_json::from_str(DOLLY).unwrap();
    let mut body = json!({ "build": build, "option": 0, "drive": 0 });
    for (key, value) in more.as_object().unwrap() {
        body[key] = value.clone();
    }
    body
}

#[tokio::test]
async fn the_map_of_teeth_has_a_cell_for_every_pair() {
    let server = Server::start();
    let driver: Vec<u32> = (9..49).collect();
    let driven: Vec<u32> = (20..80).collect();
    let body = asked(json!({ "stage": 0, "driver_teeth": driver, "driven_teeth": driven }));
    let grid = answer(&server, "/api/teeth/grid", &body).await;
    for column in [
        "ratio",
        "verdict",
        "feasible",
        "speed_m_s",
        "climb_utilisation",
        "winding_c",
        "worst_utilisation",
        "runtime_min",
    ] {
        assert_eq!(grid[column].as_array().unwrap().len(), 2400, "{column}");
    }
    let verdicts: Vec<&str> = grid["verdict"].as_array().unwrap().iter().map(|cell| cell.as_str().unwrap()).collect();
    assert!(verdicts.contains(&"fail") && verdicts.iter().any(|verdict| *verdict != "fail"), "both regions are there");
    let needed = answer(&server, "/api/teeth/ratio", &body).await;
    assert!(needed["largest"].as_f64().unwrap() > needed["smallest"].as_f64().unwrap());
    assert!(!needed["pairs"].as_array().unwrap().is_empty());
}

#[tokio::test]
async fn teeth_that_cannot_be_are_refused_by_name() {
    let server = Server::start();
    for (more, names) in [
        (json!({ "stage": 0, "driver_teeth": [3], "driven_teeth": [20] }), "driver_teeth"),
        (json!({ "stage": 0, "driver_teeth": [20], "driven_teeth": [] }), "driven_teeth"),
        (json!({ "stage": 5, "driver_teeth": [20], "driven_teeth": [20] }), "drive"),
        (
            json!({ "stage": 0, "driver_teeth": (5..205).collect::<Vec<u32>>(), "driven_teeth": (5..305).collect::<Vec<u32>>() }),
            "driven_teeth",
        ),
    ] {
        let reply = post_json(&server, "/api/teeth/grid", asked(more).to_string()).await;
        let said = problem(reply, StatusCode::BAD_REQUEST).await;
        assert!(said["detail"].as_str().unwrap().contains(names), "{said}");
    }
}

#[tokio::test]
async fn which_kind_readings_and_slower_ways_are_told() {
    let server = Server::start();
    let kinds = answer(&server, "/api/motors/guide", &asked(json!({}))).await;
    assert_eq!(kinds["kinds"].as_array().unwrap().len(), 9);
    assert!(kinds["size"].as_str().unwrap().contains("W continuous at each shaft"), "{kinds}");
    let read = answer(&server, "/api/motors/reading", &asked(json!({ "turns": [] }))).await;
    assert!(read["kv"]["says"].as_str().unwrap().contains("rpm/V"));
    let slower = answer(&server, "/api/motors/slower", &asked(json!({}))).await;
    assert!(slower["ways"].as_array().unwrap().len() >= 2, "{slower}");
    let reply = post_json(&server, "/api/motors/reading", asked(json!({ "turns": [0.0] })).to_string()).await;
    assert!(problem(reply, StatusCode::BAD_REQUEST).await["detail"].as_str().unwrap().contains("turns"));
}

#[tokio::test]
async fn a_swap_warns_and_a_bad_motor_is_named() {
    let server = Server::start();
    let mut motor = asked(json!({}))["build"]["options"][0]["drives"][0]["motor"].clone();
    assert_eq!(answer(&server, "/api/motors/swap", &asked(json!({ "motor": motor }))).await, Value::Null);
    motor["kv_rpm_per_v"] = json!(400);
    motor["can_diameter_mm"] = json!(45);
    let swap = answer(&server, "/api/motors/swap", &asked(json!({ "motor": motor }))).await;
    assert!(swap["says"].as_str().unwrap().starts_with("Underpowering burns too"));
    motor["kv_rpm_per_v"] = json!(-4);
    let reply = post_json(&server, "/api/motors/swap", asked(json!({ "motor": motor })).to_string()).await;
    let said = problem(reply, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert_eq!(said["errors"][0]["pointer"], "/motor/kv_rpm_per_v");
}

#[tokio::test]
async fn a_size_code_is_read_from_an_address() {
    let server = Server::start();
    let get = async |text: &str| -> Value {
        reqwest::get(server.url(&format!("/api/motors/size-code?text={text}"))).await.unwrap().json().await.unwrap()
    };
    assert_eq!(get("6355").await["diameter_mm"], 63.0);
    assert_eq!(get("540").await["is_measure"], false);
    assert_eq!(get("motor").await, Value::Null);
    let missing = reqwest::get(server.url("/api/motors/size-code")).await.unwrap();
    assert_eq!(missing.status(), StatusCode::BAD_REQUEST);
}

fn search(teeth: std::ops::Range<u32>) -> Value {
    let build: Value = serde_json::from_str(DOLLY).unwrap();
    json!({
        "format": "ypsidyne.search/1", "job": build["job"], "drive": "wheels", "base": build["options"][0], "rank_by": "mass",
        "vary": { "gearing": { "stage": 0, "driver_teeth": teeth.clone().collect::<Vec<u32>>(),
            "driven_teeth": teeth.map(|teeth| teeth + 20).collect::<Vec<u32>>() },
            "wheel_diameter_m": (0..150).map(|step| 0.08 + 0.001 * f64::from(step)).collect::<Vec<f64>>() },
    })
}

#[tokio::test]
async fn a_search_answers_and_too_large_a_one_says_what_would_do() {
    let server = Server::start();
    let found = answer(&server, "/api/find", &search(12..24)).await;
    assert_eq!(found["combinations"], 12 * 12 * 150);
    assert_eq!(found["considered"], found["combinations"]);
    assert!(found["feasible"].as_u64().unwrap() > 0 && !found["fell"].as_array().unwrap().is_empty());
    let masses: Vec<f64> =
        found["ranked"].as_array().unwrap().iter().map(|hit| hit["hardware_mass_kg"].as_f64().unwrap()).collect();
    assert!(masses.len() == 20 && masses.windows(2).all(|pair| pair[0] <= pair[1]));
    let reply = post_json(&server, "/api/find", search(5..305).to_string()).await;
    let said = problem(reply, StatusCode::UNPROCESSABLE_ENTITY).await;
    assert_eq!(said["errors"][0]["pointer"], "/vary");
    assert!(said["errors"][0]["detail"].as_str().unwrap().contains("13500000 combinations came"), "{said}");
    let reply = post_json(&server, "/api/find", json!({ "format": "ypsidyne.search/1" }).to_string()).await;
    assert!(problem(reply, StatusCode::UNPROCESSABLE_ENTITY).await["errors"].as_array().unwrap().len() >= 4);
}
