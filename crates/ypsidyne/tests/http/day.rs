//! A day's use, in a minute: ten visitors do everything there is to do while the plug is pulled, the disk takes no more and the
//! program comes back. What was acknowledged is there in the end, and memory stays flat.
//!
//! Hours by hand: `YPSIDYNE_DAY_KILLS=100 YPSIDYNE_DAY_SECONDS=600`, the rest of it goes with the seconds.

use std::collections::BTreeMap;
use std::sync::Arc;
use std::sync::atomic::{AtomicBool, AtomicU64, Ordering};
use std::time::{Duration, Instant};

use rand::{RngExt as _, SeedableRng as _};
use rand_chacha::ChaCha8Rng;
use reqwest::{Client, Method, StatusCode};
use serde_json::{Value, json};

use crate::support::{DOLLY, Server};

const VISITORS: u64 = 10;

fn of_day(name: &str, usual: u64) -> u64 {
    std::env::var(name).ok().and_then(|text| text.parse().ok()).unwrap_or(usual)
}

/// A document of one visitor: what was acknowledged last, and what was sent since and may have arrived.
struct Own {
    path: String,
    revision: u32,
    known: Value,
    sent: Vec<Value>,
}

/// One visitor, with what is theirs alone.
struct Visitor {
    client: Client,
    address: String,
    random: ChaCha8Rng,
    own: Vec<Own>,
    done: BTreeMap<&'static str, u64>,
    number: u64,
    /// So many writes have been acknowledged.
    acknowledged: u64,
}

/// What came back; `None` where the program was gone.
type Came = Option<(StatusCode, Option<u32>, Value)>;

impl Visitor {
    fn new(address: &str, number: u64) -> Self {
        let client = Client::builder().timeout(Duration::from_secs(60)).build().unwrap();
        let random = ChaCha8Rng::seed_from_u64(number);
        Self {
            client,
            address: address.to_owned(),
            random,
            own: Vec::new(),
            done: BTreeMap::new(),
            number,
            acknowledged: 0,
        }
    }

    async fn ask(&self, method: Method, path: &str, tag: Option<&str>, body: Option<&Value>) -> Came {
        let mut request = self.client.request(method, format!("{}{path}", self.address));
        if let Some(body) = body {
            request = request.header("content-type", "application/json").body(body.to_string());
        }
        if let Some(tag) = tag {
            request = request.header("if-match", tag);
        }
        let reply = request.send().await.ok()?;
        let status = reply.status();
        let tag = reply.headers().get("etag").and_then(|tag| tag.to_str().ok()).map(str::to_owned);
        let revision = tag.and_then(|tag| tag.trim_matches('"').rsplit_once('.')?.1.parse().ok());
        // An answer that is cut off is none.
        let bytes = reply.bytes().await.ok()?;
        Some((status, revision, serde_json::from_slice(&bytes).unwrap_or_default()))
    }

    async fn post(&self, path: &str, body: &Value) -> Came {
        self.ask(Method::POST, path, None, Some(body)).await
    }

    /// Puts a new document somewhere, and keeps in mind what is acknowledged.
    async fn create(&mut self, path: &str, document: Value) {
        if let Some((status, _, said)) = self.post(path, &document).await
            && status == StatusCode::CREATED
        {
            let path = format!("{path}/{}", said["id"].as_str().unwrap());
            self.acknowledged += 1;
            self.own.push(Own { path, revision: 1, known: document, sent: Vec::new() });
        }
    }

    /// Edits something of one's own.
    async fn edit(&mut self) {
        if self.own.is_empty() {
            return;
        }
        let place = self.random.random_range(0..self.own.len());
        let words = format!("visitor {}, edit {}", self.number, self.acknowledged);
        let (path, revision, mut document) = {
            let own = &self.own[place];
            (own.path.clone(), own.revision, own.known.clone())
        };
        let field = if path.starts_with("/api/builds") { "notes" } else { "label" };
        document[field] = words.into();
        let id = path.rsplit('/').next().unwrap();
        self.own[place].sent.push(document.clone());
        let came = self.ask(Method::PUT, &path, Some(&format!("\"{id}.{revision}\"")), Some(&document)).await;
        match came {
            Some((StatusCode::OK, Some(revision), _)) => {
                self.acknowledged += 1;
                self.own[place].sent.clear();
                self.own[place].known = document;
                self.own[place].revision = revision;
            }
            // What was sent before the plug was pulled had arrived: what stands there is what counts.
            Some((StatusCode::PRECONDITION_FAILED, ..)) => self.look_again(place).await,
            _ => {}
        }
    }

    /// What stands there is what was acknowledged, or what was sent since.
    async fn look_again(&mut self, place: usize) {
        let path = self.own[place].path.clone();
        let Some((status, revision, document)) = self.ask(Method::GET, &path, None, None).await else { return };
        if status.is_server_error() {
            return;
        }
        let own = &mut self.own[place];
        assert_eq!(status, StatusCode::OK, "{path} was acknowledged and is not there: {document}");
        let same = |one: &Value| one.as_object().unwrap().iter().all(|(key, value)| &document[key] == value);
        let arrived = same(&own.known) || own.sent.iter().any(same);
        assert!(arrived, "{path}: stands\n{document}\nacknowledged\n{}\nsent\n{:?}", own.known, own.sent);
        own.revision = revision.unwrap();
        own.known = document;
        own.sent.clear();
    }

    async fn look_at_all(&mut self) {
        for place in 0..self.own.len() {
            self.look_again(place).await;
        }
    }

    /// One thing of all there is to do.
    async fn one_thing(&mut self) {
        let build: Value = serde_json::from_str(DOLLY).unwrap();
        let what = self.random.random_range(0..20);
        let own_build = self.own.iter().find(|own| own.path.starts_with("/api/builds/")).map(|own| own.path.clone());
        let id = own_build.as_deref().and_then(|path| path.rsplit('/').next());
        let name = match (what, id) {
            (0, _) => {
                self.create("/api/builds", build).await;
                "build created"
            }
            (1, _) => {
                let part = json!({ "format": "ypsidyne.part/1", "part": "wheel", "label": format!("wheel of {}", self.number), "diameter_m": 0.2 });
                self.create("/api/parts", part).await;
                "part created"
            }
            (2, _) => {
                let sheet = json!({ "format": "ypsidyne.measurement/1", "kind": "winding", "label": format!("can of {}", self.number) });
                self.create("/api/sheets", sheet).await;
                "sheet created"
            }
            (3..=8, _) => {
                self.edit().await;
                "edited"
            }
            (9, _) => {
                self.post("/api/workbench?option=0", &build).await;
                "workbench"
            }
            (10, _) => {
                self.post("/api/odds", &json!({ "build": build, "option": 0, "draws": 100 })).await;
                "odds"
            }
            (11, _) => {
                self.post("/api/parts/search", &json!({ "text": "motor", "sort": "price" })).await;
                "shelf searched"
            }
            (12, Some(id)) => {
                let run = json!({ "title": "held", "simulation": { "format": "ypsidyne.simulation/1", "build": build, "mode": { "kind": "launch" } } });
                self.post(&format!("/api/builds/{id}/runs"), &run).await;
                "run kept"
            }
            (13, Some(id)) => {
                let entry =
                    json!({ "kind": "note", "at": "2026-11-21T14:02:00Z", "text": format!("by {}", self.number) });
                self.post(&format!("/api/builds/{id}/log"), &entry).await;
                "entry written"
            }
            (14, Some(id)) => {
                let all = json!({ "own": true, "filter": { "text": "outer" } });
                let search = json!({ "build": build, "build_id": id, "option": 0, "drive": 0, "rank_by": "mass", "motors": all });
                if let Some((StatusCode::CREATED, _, line)) = self.post("/api/searches", &search).await {
                    self.ask(Method::GET, &format!("/api/searches/{}", line["id"].as_str().unwrap()), None, None).await;
                }
                "search begun"
            }
            (15, _) => {
                self.ask(Method::GET, "/api/parts/export?format=csv", None, None).await;
                "shelf exported"
            }
            (16, _) if self.random.random_bool(0.2) => {
                self.ask(Method::GET, "/api/archive", None, None).await;
                "archive"
            }
            (17, _) => {
                self.ask(Method::GET, "/api/log", None, None).await;
                "log read"
            }
            (18, _) => {
                self.post("/api/evaluate", &json!({ "format": "nonsense" })).await;
                "nonsense"
            }
            _ => {
                self.ask(Method::GET, "/api/builds", None, None).await;
                "list"
            }
        };
        *self.done.entry(name).or_default() += 1;
    }
}

/// Everybody works until told to stop; what they have come by is given back.
fn at_work(
    mut visitors: Vec<Visitor>,
    stop: &Arc<AtomicBool>,
    steps: &Arc<AtomicU64>,
) -> tokio::task::JoinSet<Visitor> {
    let mut all = tokio::task::JoinSet::new();
    for mut visitor in visitors.drain(..) {
        let (stop, steps) = (Arc::clone(stop), Arc::clone(steps));
        all.spawn(async move {
            while !stop.load(Ordering::Relaxed) {
                visitor.one_thing().await;
                steps.fetch_add(1, Ordering::Relaxed);
                tokio::time::sleep(Duration::from_millis(2)).await;
            }
            visitor
        });
    }
    all
}

/// Works for so long, and until so many things are done, however slow the machine is; then everybody stops.
async fn work(visitors: Vec<Visitor>, how_long: Duration, things: u64, meanwhile: impl AsyncFnOnce()) -> Vec<Visitor> {
    let (stop, steps) = (Arc::new(AtomicBool::new(false)), Arc::new(AtomicU64::new(0)));
    let all = at_work(visitors, &stop, &steps);
    tokio::time::sleep(how_long).await;
    let patience = Instant::now() + Duration::from_secs(60);
    while steps.load(Ordering::Relaxed) < things && Instant::now() < patience {
        tokio::time::sleep(Duration::from_millis(10)).await;
    }
    meanwhile().await;
    stop.store(true, Ordering::Relaxed);
    all.join_all().await
}

fn resident_kb(server: &Server) -> u64 {
    let status = std::fs::read_to_string(format!("/proc/{}/status", server.process())).unwrap();
    let line = status.lines().find_map(|line| line.strip_prefix("VmRSS:")).unwrap();
    line.split_whitespace().next().unwrap().parse().unwrap()
}

#[tokio::test(flavor = "multi_thread")]
async fn ten_visitors_kills_and_a_full_disk_lose_nothing_and_memory_stays_flat() {
    let (kills, seconds) = (of_day("YPSIDYNE_DAY_KILLS", 4), of_day("YPSIDYNE_DAY_SECONDS", 3));
    let mut server = Server::demo();
    let mut visitors: Vec<Visitor> = (0..VISITORS).map(|number| Visitor::new(&server.address, number)).collect();

    // The plug is pulled in the middle of whatever goes on.
    for kill in 0..kills {
        visitors =
            work(visitors, Duration::from_millis(150 + 37 * (kill % 7)), 60, async || server.pull_the_plug()).await;
        server.start_again();
        for visitor in &mut visitors {
            visitor.look_at_all().await;
        }
    }
    let acknowledged = |visitors: &[Visitor]| visitors.iter().map(|visitor| visitor.acknowledged).sum::<u64>();
    let after_kills = acknowledged(&visitors);
    assert!(after_kills > kills, "{after_kills} writes acknowledged");

    // The disk takes no more: what cannot be kept is refused, and nothing that was kept is lost.
    server.terminate();
    let size = std::fs::metadata(server.data()).unwrap().len();
    server.start_again_with_a_disk_of(size + 64 * 1024);
    visitors = work(visitors, Duration::from_secs(seconds.min(3)), 60, async || ()).await;
    let build: Value = serde_json::from_str(DOLLY).unwrap();
    let mut refused = false;
    for _ in 0..5000 {
        let (status, _, said) = visitors[0].post("/api/builds", &build).await.unwrap();
        refused = status.is_server_error();
        if refused {
            break;
        }
        assert_eq!(status, StatusCode::CREATED, "{said}");
    }
    assert!(refused, "the disk is never full");
    server.terminate();
    server.start_again();
    for visitor in &mut visitors {
        visitor.look_at_all().await;
    }

    // And on: memory is as it was.
    visitors = work(visitors, Duration::from_secs(seconds), 60, async || ()).await;
    let settled = resident_kb(&server);
    visitors = work(visitors, Duration::from_secs(seconds), 60, async || ()).await;
    let later = resident_kb(&server);
    assert!(later < settled + settled / 3 + 16 * 1024, "{settled} kB in memory grew to {later} kB");
    for visitor in &mut visitors {
        visitor.look_at_all().await;
    }
    let mut done: BTreeMap<&str, u64> = BTreeMap::new();
    for visitor in &visitors {
        visitor.done.iter().for_each(|(what, count)| *done.entry(what).or_default() += count);
    }
    println!(
        "{kills} kills, {} writes acknowledged and found, {settled} kB then {later} kB: {done:?}",
        acknowledged(&visitors)
    );
    let whole = std::process::Command::new(crate::support::PROGRAM).arg("check").arg(server.data()).output().unwrap();
    assert!(whole.status.success(), "{}", String::from_utf8_lossy(&whole.stdout));
}

#[tokio::test(flavor = "multi_thread")]
async fn five_hundred_visitors_at_once_are_all_answered() {
    let server = Server::demo();
    let began = Instant::now();
    let mut all = tokio::task::JoinSet::new();
    for number in 0..500 {
        let url = server.url(if number % 10 == 0 { "/api/builds" } else { "/api/health" });
        all.spawn(async move {
            // Each with a connection of its own.
            Client::new().get(url).timeout(Duration::from_secs(60)).send().await.map(|reply| reply.status())
        });
    }
    for answered in all.join_all().await {
        assert!(answered.unwrap().is_success());
    }
    println!("500 visitors in {:?}", began.elapsed());
}

#[tokio::test(flavor = "multi_thread")]
async fn slow_and_half_open_visitors_hold_nobody_up() {
    use std::io::{Read as _, Write as _};
    let server = Server::demo();
    let address = server.address.trim_start_matches("http://").to_owned();
    let open = |text: &str| {
        let mut half = std::net::TcpStream::connect(&address).unwrap();
        half.write_all(text.as_bytes()).unwrap();
        half
    };
    let host = format!("Host: {address}");
    let mut held = Vec::new();
    for number in 0..150 {
        held.push(match number % 3 {
            0 => open(&format!("GET /api/builds HTTP/1.1\r\n{host}\r\nX-Never: ")),
            1 => open(&format!(
                "POST /api/builds HTTP/1.1\r\n{host}\r\nContent-Type: application/json\r\nContent-Length: 500000\r\n\r\n{{\"a\":"
            )),
            // Everything is asked for, and nothing of it read.
            _ => open(&format!("GET /api/archive HTTP/1.1\r\n{host}\r\n\r\n")),
        });
    }
    let visitor = Visitor::new(&server.address, 1);
    for _ in 0..20 {
        let build: Value = serde_json::from_str(DOLLY).unwrap();
        assert_eq!(visitor.post("/api/builds", &build).await.unwrap().0, StatusCode::CREATED);
        assert_eq!(visitor.post("/api/workbench?option=0", &build).await.unwrap().0, StatusCode::OK);
    }
    // One that reads after all gets it whole.
    let mut late = held.remove(2);
    late.set_read_timeout(Some(Duration::from_secs(20))).unwrap();
    let mut head = [0; 15];
    late.read_exact(&mut head).unwrap();
    assert_eq!(&head, b"HTTP/1.1 200 OK");
}

#[tokio::test(flavor = "multi_thread")]
async fn two_programs_on_one_file_see_each_other_s_saves_and_overwrite_none() {
    let one = Server::demo();
    let other = Server::beside(&one);
    let mut visitors: Vec<Visitor> =
        [&one, &other].iter().zip(1..).map(|(server, number)| Visitor::new(&server.address, number)).collect();
    visitors = work(visitors, Duration::from_secs(3), 60, async || ()).await;
    // Each finds at its own program what it left, and at the other's too.
    let other_way = [other.address.clone(), one.address.clone()];
    for (visitor, address) in visitors.iter_mut().zip(other_way) {
        assert!(visitor.acknowledged > 2);
        visitor.look_at_all().await;
        visitor.address = address;
        visitor.look_at_all().await;
    }
    // The same revision saved at both: one is taken, the other set aside.
    let build: Value = serde_json::from_str(DOLLY).unwrap();
    let (_, _, made) = visitors[0].post("/api/builds", &build).await.unwrap();
    let id = made["id"].as_str().unwrap().to_owned();
    let (path, tag) = (format!("/api/builds/{id}"), format!("\"{id}.1\""));
    let mut statuses = Vec::new();
    for (visitor, notes) in visitors.iter().zip(["one", "other"]) {
        let mut changed = build.clone();
        changed["notes"] = notes.into();
        statuses.push(visitor.ask(Method::PUT, &path, Some(&tag), Some(&changed)).await.unwrap().0);
    }
    assert_eq!(statuses, [StatusCode::OK, StatusCode::PRECONDITION_FAILED]);
    let (_, _, history) = visitors[0].ask(Method::GET, &format!("{path}/revisions"), None, None).await.unwrap();
    assert_eq!(history.as_array().unwrap().len(), 3, "{history}");
}
