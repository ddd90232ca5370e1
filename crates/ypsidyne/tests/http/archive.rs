//! Everything as one archive: out of one machine, into another, twice, and where both have changed.

use std::io::{Cursor, Read as _};

use reqwest::{Method, StatusCode};
use serde_json::{Value, json};
use zip::ZipArchive;

use crate::request::{JSON, answer, demo, get, post_json, problem, send};
use crate::support::Server;

async fn archive_of(server: &Server) -> Vec<u8> {
    let reply = reqwest::get(server.url("/api/archive")).await.unwrap();
    assert_eq!(reply.headers()["content-type"], "application/zip");
    reply.bytes().await.unwrap().to_vec()
}

async fn taken(server: &Server, archive: &[u8], how: &str) -> Value {
    let reply = send(server, Method::POST, &format!("/api/archive{how}"), &[], archive.to_vec()).await;
    assert_eq!(reply.status(), StatusCode::OK);
    reply.json().await.unwrap()
}

async fn saved(server: &Server, id: &str, change: impl FnOnce(&mut Value)) -> Value {
    let reply = reqwest::get(server.url(&format!("/api/builds/{id}"))).await.unwrap();
    let tag = reply.headers()["etag"].to_str().unwrap().to_owned();
    let mut build: Value = reply.json().await.unwrap();
    change(&mut build);
    let headers = [("content-type", JSON), ("if-match", tag.as_str())];
    let reply = send(server, Method::PUT, &format!("/api/builds/{id}"), &headers, build.to_string()).await;
    assert_eq!(reply.status(), StatusCode::OK);
    build
}

#[tokio::test]
async fn everything_goes_to_another_machine_and_a_second_time_changes_nothing() {
    let here = Server::demo();
    let (id, build) = demo(&here, "Hillside harvest cart").await;
    let changed = saved(&here, &id, |build| build["notes"] = "wider wheels".into()).await;
    let run = json!({ "title": "up the hill", "simulation": {
        "format": "ypsidyne.simulation/1", "build": build, "mode": { "kind": "hold" } } });
    let reply = post_json(&here, &format!("/api/builds/{id}/runs"), run.to_string()).await;
    assert_eq!(reply.status(), StatusCode::CREATED);
    let part = answer(&here, "/api/parts/search", &json!({ "kind": "wheel" })).await["parts"][0].clone();
    let tag = format!("\"{}.1\"", part["id"].as_str().unwrap());
    let path = format!("/api/parts/{}", part["id"].as_str().unwrap());
    let retired = send(&here, Method::DELETE, &path, &[("if-match", &tag)], "").await;
    assert_eq!(retired.status(), StatusCode::NO_CONTENT);
    let archive = archive_of(&here).await;

    // What it holds are the documents themselves.
    let mut read = ZipArchive::new(Cursor::new(&archive)).unwrap();
    let mut text = String::new();
    read.by_name(&format!("builds/{id}/build.json")).unwrap().read_to_string(&mut text).unwrap();
    assert_eq!(serde_json::from_str::<Value>(&text).unwrap(), changed);

    let there = Server::start();
    let looked = taken(&there, &archive, "").await;
    assert_eq!(
        (&looked["taken"], &looked["new"]["builds"], &looked["refused"]),
        (&json!(false), &json!(5), &json!([]))
    );
    assert_eq!(get(&there, "/api/builds").await, json!([]), "looking writes nothing");
    let took = taken(&there, &archive, "?conflicts=ours").await;
    assert_eq!((&took["conflicts"], &took["refused"], &took["missing"]), (&json!([]), &json!([]), &json!([])));

    assert_eq!(get(&there, &format!("/api/builds/{id}")).await, changed);
    for path in [
        format!("/api/builds/{id}/log"),
        format!("/api/builds/{id}/runs"),
        "/api/sheets".to_owned(),
        "/api/log".to_owned(),
    ] {
        let (ours, theirs) = (get(&here, &path).await, get(&there, &path).await);
        let count = |value: &Value| value.as_array().map_or_else(|| value["lines"].as_array().unwrap().len(), Vec::len);
        assert!(count(&ours) > 0 && count(&ours) == count(&theirs), "{path}: {ours}\n{theirs}");
    }
    let history = get(&there, &format!("/api/builds/{id}/revisions")).await;
    assert_eq!(history.as_array().unwrap().len(), 2, "{history}");
    for search in [json!({}), json!({ "kind": "motor", "sort": "price" }), json!({ "retired": true })] {
        let (mut ours, mut theirs) =
            (answer(&here, "/api/parts/search", &search).await, answer(&there, "/api/parts/search", &search).await);
        for found in [&mut ours, &mut theirs] {
            found["parts"].as_array_mut().unwrap().iter_mut().for_each(|part| {
                part["updated_at"] = Value::Null;
                part["retired_at"] = part["retired_at"].is_string().into();
            });
        }
        assert_eq!(ours, theirs);
    }

    let again = taken(&there, &archive, "?conflicts=theirs").await;
    assert_eq!((&again["new"], &again["conflicts"]), (&json!({}), &json!([])));
    assert_eq!(get(&there, "/api/builds").await.as_array().unwrap().len(), 5);
}

#[tokio::test]
async fn what_stands_differently_is_told_and_decided_and_ours_stays_in_the_history() {
    let here = Server::demo();
    let (id, _) = demo(&here, "Tracking-shot dolly board").await;
    let first = archive_of(&here).await;
    let there = Server::start();
    taken(&there, &first, "?conflicts=ours").await;
    let ours = saved(&there, &id, |build| build["notes"] = "ours".into()).await;
    let theirs = saved(&here, &id, |build| build["notes"] = "theirs".into()).await;
    let archive = archive_of(&here).await;

    let looked = taken(&there, &archive, "").await;
    let conflict = &looked["conflicts"][0];
    assert_eq!(looked["conflicts"].as_array().unwrap().len(), 1, "{looked}");
    assert_eq!(
        (conflict["kind"].as_str(), conflict["name"].as_str()),
        (Some("build"), Some("Tracking-shot dolly board"))
    );
    taken(&there, &archive, "?conflicts=ours").await;
    assert_eq!(get(&there, &format!("/api/builds/{id}")).await, ours);

    taken(&there, &archive, "?conflicts=both").await;
    let list = get(&there, "/api/builds").await;
    let beside = list.as_array().unwrap().iter().find(|build| build["name"] == "Tracking-shot dolly board (taken in)");
    let beside = get(&there, &format!("/api/builds/{}", beside.unwrap()["id"].as_str().unwrap())).await;
    assert_eq!(beside["notes"], "theirs");
    assert_eq!(get(&there, &format!("/api/builds/{id}")).await, ours);

    taken(&there, &archive, "?conflicts=theirs").await;
    assert_eq!(get(&there, &format!("/api/builds/{id}")).await, theirs);
    let history = get(&there, &format!("/api/builds/{id}/revisions")).await;
    assert!(history.as_array().unwrap().len() >= 3, "{history}");
}

#[tokio::test]
async fn what_was_thrown_away_here_is_told_and_comes_back_only_where_it_is_wished() {
    let here = Server::demo();
    let (id, _) = demo(&here, "Hillside harvest cart").await;
    let archive = archive_of(&here).await;
    let lines = |log: Value| log["lines"].as_array().unwrap().len();
    let (log, sheets) = (format!("/api/builds/{id}/log"), "/api/sheets");
    let before = (lines(get(&here, &log).await), get(&here, sheets).await.as_array().unwrap().len());
    let entry = get(&here, &log).await["lines"]
        .as_array()
        .unwrap()
        .iter()
        .find_map(|line| line["id"].as_str().map(str::to_owned))
        .expect("an entry of its own");
    let sheet = get(&here, sheets).await[0]["id"].as_str().unwrap().to_owned();
    for path in [format!("/api/log/{entry}"), format!("/api/sheets/{sheet}")] {
        assert!(send(&here, Method::DELETE, &path, &[], "").await.status().is_success(), "{path}");
    }
    let without = (lines(get(&here, &log).await), get(&here, sheets).await.as_array().unwrap().len());
    assert_eq!((without.0 + 1, without.1 + 1), before);

    for _ in 0..2 {
        let told = taken(&here, &archive, "?conflicts=ours").await;
        let conflicts = told["conflicts"].as_array().unwrap();
        assert!(conflicts.len() == 2 && conflicts.iter().all(|conflict| conflict["in_bin"] == true), "{told}");
        assert_eq!((&told["new"], &told["refused"]), (&json!({}), &json!([])));
        let now = (lines(get(&here, &log).await), get(&here, sheets).await.as_array().unwrap().len());
        assert_eq!(now, without, "ours stays thrown away");
    }
    taken(&here, &archive, "?conflicts=theirs").await;
    let now = (lines(get(&here, &log).await), get(&here, sheets).await.as_array().unwrap().len());
    assert_eq!(now, before);
}

#[tokio::test]
async fn an_entry_of_the_log_that_was_changed_on_both_sides_is_told_and_none_is_lost() {
    let here = Server::demo();
    let (id, _) = demo(&here, "Hillside harvest cart").await;
    let log = format!("/api/builds/{id}/log");
    let entries = |log: &Value| -> Vec<String> {
        log["lines"].as_array().unwrap().iter().filter_map(|line| line["id"].as_str().map(str::to_owned)).collect()
    };
    let first = archive_of(&here).await;
    let there = Server::start();
    taken(&there, &first, "?conflicts=ours").await;
    let before = entries(&get(&there, &log).await);
    let (entry, path) = (before[0].clone(), format!("/api/log/{}", before[0]));
    for (server, notes) in [(&here, "theirs: squeals in the wet"), (&there, "ours: brushes half gone")] {
        let mut document = get(server, &path).await;
        document["notes"] = notes.into();
        let tag = format!("\"{entry}.1\"");
        let headers = [("content-type", JSON), ("if-match", tag.as_str())];
        let reply = send(server, Method::PUT, &path, &headers, document.to_string()).await;
        assert_eq!(reply.status(), StatusCode::OK);
    }
    let archive = archive_of(&here).await;

    let looked = taken(&there, &archive, "").await;
    let conflict = &looked["conflicts"][0];
    assert_eq!(looked["conflicts"].as_array().unwrap().len(), 1, "{looked}");
    assert_eq!(
        (&conflict["kind"], &conflict["id"], &conflict["in_bin"]),
        (&json!("entry"), &json!(entry), &json!(false))
    );
    assert_ne!(conflict["ours_at"], "", "{conflict}");
    let notes = || async { get(&there, &path).await["notes"].clone() };
    taken(&there, &archive, "?conflicts=ours").await;
    assert_eq!(notes().await, "ours: brushes half gone");

    taken(&there, &archive, "?conflicts=both").await;
    let both = entries(&get(&there, &log).await);
    assert_eq!((notes().await, both.len()), (json!("ours: brushes half gone"), before.len() + 1));
    let beside = both.iter().find(|id| !before.contains(id)).unwrap();
    assert_eq!(get(&there, &format!("/api/log/{beside}")).await["notes"], "theirs: squeals in the wet");

    let told = taken(&there, &archive, "?conflicts=theirs").await;
    assert_eq!((notes().await, &told["refused"]), (json!("theirs: squeals in the wet"), &json!([])));
    assert_eq!(entries(&get(&there, &log).await).len(), both.len(), "what stood here is in the bin, not in the log");
    let again = taken(&there, &archive, "?conflicts=theirs").await;
    assert_eq!((&again["new"], &again["conflicts"]), (&json!({}), &json!([])), "a second time changes nothing");
}

#[tokio::test]
async fn what_is_no_archive_or_holds_nonsense_is_refused_by_name() {
    let server = Server::start();
    let long = vec![b'x'; 5_000_000];
    for bytes in [b"no archive".to_vec(), Vec::new(), long] {
        let reply = send(&server, Method::POST, "/api/archive?conflicts=ours", &[], bytes).await;
        let said = problem(reply, StatusCode::BAD_REQUEST).await;
        assert!(said["detail"].as_str().unwrap().contains("no archive"), "{said}");
    }
    let reply = send(&server, Method::POST, "/api/archive?conflicts=mine", &[], "").await;
    assert!(problem(reply, StatusCode::BAD_REQUEST).await["detail"].as_str().unwrap().contains("ours, theirs or both"));

    // A cut one, and one whose files are not what its list says.
    let archive = archive_of(&Server::demo()).await;
    let cut = archive[..archive.len() / 2].to_vec();
    let reply = send(&server, Method::POST, "/api/archive?conflicts=ours", &[], cut).await;
    problem(reply, StatusCode::BAD_REQUEST).await;
    let mut bent = zip::ZipWriter::new(Cursor::new(Vec::new()));
    let file = |kind: &str, path: &str, id: &str| json!({ "kind": kind, "path": path, "id": id });
    let known = "0192f0c0-0000-7000-8000-000000000001";
    let list = json!({ "format": "ypsidyne.archive/1", "made_at": "2026-11-29T10:00:00Z", "files": [
        file("build", "builds/../../etc/passwd", known), file("part", "part.json", "../x"), file("part", "part.json", known),
        file("entry", "entry.json", known),
    ] });
    for (name, text) in
        [("archive.json", list.to_string()), ("part.json", "{}".to_owned()), ("entry.json", "{}".to_owned())]
    {
        bent.start_file(name, zip::write::SimpleFileOptions::default()).unwrap();
        std::io::Write::write_all(&mut bent, text.as_bytes()).unwrap();
    }
    let told = taken(&server, &bent.finish().unwrap().into_inner(), "?conflicts=ours").await;
    assert_eq!(told["refused"].as_array().unwrap().len(), 4, "{told}");
    assert_eq!(told["new"], json!({}));
}
