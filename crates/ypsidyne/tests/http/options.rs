//! Options as wholes over HTTP: odds, parts list, decision, drawer, options to start from.

use crate::request::{answer, post_json, problem};
use crate::support::Server;
use reqwest::StatusCode;
use serde_json::{Value, json};

async fn demos(server: &Server) -> Vec<(String, Value)> {
    let list: Vec<Value> = reqwest::get(server.url("/api/builds")).await.unwrap().json().await.unwrap();
    let mut found = Vec::new();
    for line in list {
        let id = line["id"].as_str().unwrap().to_owned();
        let build = reqwest::get(server.url(&format!("/api/builds/{id}"))).await.unwrap().json().await.unwrap();
        found.push((id, build));
    }
    found
}

#[tokio::test]
async fn odds_come_for_one_option_or_for_all_of_them() {
    let server = Server::demo();
    let (_, build) = demos(&server).await.remove(0);
    let options = build["options"].as_array().unwrap().len();
    let all = answer(&server, "/api/odds", &json!({ "build": build, "draws": 100 })).await;
    assert_eq!(all.as_array().unwrap().len(), options);
    let one = answer(&server, "/api/odds", &json!({ "build": build, "draws": 100, "option": 1 })).await;
    assert_eq!(one[0], all[1], "the same seed, the same odds");
    for (body, place) in [
        (json!({ "build": build, "draws": 5 }), "/draws"),
        (json!({ "build": build, "tolerances": { "kv_share": 2 } }), "/tolerances/kv_share"),
    ] {
        let refused = post_json(&server, "/api/odds", body.to_string()).await;
        let refused = problem(refused, StatusCode::UNPROCESSABLE_ENTITY).await;
        assert_eq!(refused["errors"][0]["pointer"], place);
    }
}

#[tokio::test]
async fn a_parts_list_goes_out_as_a_table_and_back() {
    let server = Server::demo();
    let (_, mut build) = demos(&server).await.remove(0);
    let list = answer(&server, "/api/parts-list", &json!({ "build": build, "option": 0 })).await;
    assert!(list["suggested"].as_array().unwrap().len() > 2);
    build["options"][0]["parts_list"] = list["suggested"].clone();
    let asked = json!({ "build": build, "option": 0 });
    let reply = post_json(&server, "/api/parts-list/table", asked.to_string()).await;
    assert_eq!(reply.headers()["content-type"], "text/csv; charset=utf-8");
    let text = reply.text().await.unwrap();
    let back = answer(&server, "/api/parts-list/read", &json!({ "build": build, "option": 0, "text": text })).await;
    assert_eq!(back["problems"], json!([]));
    assert_eq!(back["lines"], build["options"][0]["parts_list"]);
    let refused = json!({ "build": build, "option": 0, "text": "one,two\n1,2\n" });
    problem(post_json(&server, "/api/parts-list/read", refused.to_string()).await, StatusCode::UNPROCESSABLE_ENTITY)
        .await;
}

#[tokio::test]
async fn a_decision_keeps_the_figures_of_now_and_the_workbench_looks_back_on_it() {
    let server = Server::demo();
    let (_, mut build) =
        demos(&server).await.into_iter().find(|(_, build)| build["name"] == "Tracking-shot dolly board").unwrap();
    let name = build["options"][0]["name"].clone();
    let decided = answer(&server, "/api/decide", &json!({ "build": build, "option": name })).await;
    assert_eq!(decided["option"], name);
    assert!(decided["at"].as_str().unwrap().starts_with("20"));
    build["chosen"] = name;
    build["decided"] = decided;
    let bench = answer(&server, "/api/workbench?option=0", &build).await;
    assert_eq!(bench["review"]["stands"], true);
    build["job"]["drives"][0]["load"]["grade_percent"] = json!(70);
    let bench = answer(&server, "/api/workbench?option=0", &build).await;
    assert_eq!(bench["review"]["stands"], false);
    let refused = json!({ "build": build, "option": "no such option" });
    problem(post_json(&server, "/api/decide", refused.to_string()).await, StatusCode::BAD_REQUEST).await;
}

#[tokio::test]
async fn the_drawer_is_judged_whole_and_a_combination_of_it_becomes_an_option() {
    let server = Server::demo();
    let (_, build) = demos(&server).await.remove(0);
    let map = answer(&server, "/api/drawer", &json!({ "build": build, "option": 0, "drive": 0 })).await;
    let count = |key: &str| map[key].as_array().unwrap().len();
    let cells = map["cells"].as_array().unwrap();
    let bare = cells.iter().filter(|cell| cell["controller"].is_null()).count();
    assert_eq!(cells.len(), count("motors") * count("batteries") * count("controllers") + bare);
    assert!(bare > 0 && cells.iter().all(|cell| !cell["because"].as_str().unwrap().is_empty()));
    let cell = &cells[0];
    let id = |key: &str, place: &Value| map[key][usize::try_from(place.as_u64().unwrap()).unwrap()]["id"].clone();
    let asked = json!({ "build": build, "option": 0, "drive": 0, "motor": id("motors", &cell["motor"]),
        "battery": id("batteries", &cell["battery"]), "controller": id("controllers", &cell["controller"]) });
    let option = answer(&server, "/api/drawer/option", &asked).await;
    assert_eq!(option["drives"][0]["motor"]["part_id"], asked["motor"]);
    assert_eq!(option["battery"]["part_id"], asked["battery"]);
    // It comes out as the map said.
    let mut tried = build.clone();
    tried["options"][0] = option;
    let evaluation = answer(&server, "/api/evaluate?remedies=false", &tried).await;
    assert_eq!(evaluation["options"][0]["verdict"], cell["verdict"]);
}

#[tokio::test]
async fn options_start_blank_or_from_another_build() {
    let server = Server::demo();
    let mut builds = demos(&server).await;
    let (_, mut build) = builds.remove(0);
    let (from, other) = builds.remove(0);
    let blank = answer(&server, "/api/options/blank", &json!({ "build": build, "name": "new" })).await;
    let adopt = json!({ "build": build, "from": from, "option": 0, "name": "theirs" });
    let adopted = answer(&server, "/api/options/adopt", &adopt).await;
    assert_eq!(adopted["battery"]["label"], other["options"][0]["battery"]["label"]);
    build["options"].as_array_mut().unwrap().extend([blank, adopted]);
    let evaluation = answer(&server, "/api/evaluate?remedies=false", &build).await;
    assert_eq!(evaluation["options"].as_array().unwrap().len(), build["options"].as_array().unwrap().len());
    let nameless = json!({ "build": build, "name": "" });
    problem(post_json(&server, "/api/options/blank", nameless.to_string()).await, StatusCode::BAD_REQUEST).await;
}
