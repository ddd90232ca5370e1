//! A headless browser for each test, driven as a person drives it.
//!
//! Over 400 lines: everything a test does with a browser has one place.
#![allow(dead_code, reason = "each user takes its own part")]

use std::io::{BufRead, BufReader};
use std::path::{Path, PathBuf};
use std::process::{Child, Command, Stdio};
use std::sync::{LazyLock, Mutex};
use std::time::Duration;

use fantoccini::actions::{InputSource, MOUSE_BUTTON_LEFT, MouseActions, PointerAction};
use fantoccini::elements::Element;
use fantoccini::key::Key;
use fantoccini::{Client, ClientBuilder, Locator};
use hyper_util::client::legacy::connect::HttpConnector;
use serde_json::{Value, json};
use tokio::runtime::Runtime;

use crate::support::Server;

/// Longest wait for something to appear.
const PATIENCE: Duration = Duration::from_secs(20);
/// How long the page looks for something before it says so, ms.
const LOOK_MS: u32 = 1000;

/// What the browsers' sessions live on: a test's own runtime ends with the test, and its browser serves the next.
static RUNTIME: LazyLock<Runtime> = LazyLock::new(|| {
    let mut builder = tokio::runtime::Builder::new_multi_thread();
    builder.worker_threads(1).enable_all().build().expect("a runtime for the browsers")
});

/// Browsers whose test has passed.
static IDLE: Mutex<Vec<Browser>> = Mutex::new(Vec::new());

/// A browser window with its driver. It serves one test after the other: each test has a server on a port of its own, and
/// what a page stores it stores by port, so that none finds anything of another.
pub struct Browser {
    /// Ends the driver once its standard input ends, which it does with this process however that ends.
    _keeper: Child,
    pub client: Client,
    folder: PathBuf,
}

/// Chromium without its windows and menus, which take a third of the machine; where it is missing the driver finds the whole browser.
const HEADLESS_SHELL: &str = "/usr/bin/chromium-headless-shell";

/// Runs the driver until standard input ends, then ends it with its browser and takes their folder away.
const KEEPER: &str =
    r#"chromedriver --port=0 & driver=$!; exec >/dev/null; cat; kill $driver; wait $driver; rm -rf "$1""#;

/// Starts the driver on a free port. It wants the same port on both kinds of address, and gives up where another program
/// has taken one of them in between: then it is started again.
fn start_driver(folder: &Path) -> (Child, String) {
    const TRIES: usize = 5;
    for _ in 0..TRIES {
        let mut keeper = Command::new("sh")
            .args(["-c", KEEPER, "sh"])
            .arg(folder)
            // The driver puts the browser's profile there.
            .env("TMPDIR", folder)
            .stdin(Stdio::piped())
            .stdout(Stdio::piped())
            .stderr(Stdio::null())
            .spawn()
            .expect("a shell starts");
        let mut lines = BufReader::new(keeper.stdout.take().unwrap()).lines();
        let port = lines.by_ref().map_while(Result::ok).find_map(|line| {
            line.split("started successfully on port ").nth(1).map(|rest| rest.trim_end_matches('.').to_owned())
        });
        if let Some(port) = port {
            std::thread::spawn(move || lines.for_each(drop));
            return (keeper, port);
        }
        drop(keeper.stdin.take());
        let _ = keeper.wait();
    }
    panic!("chromedriver found no free port in {TRIES} tries; `cargo xtask test` installs it");
}

impl Browser {
    /// A browser with a window of 1280 × 800.
    pub async fn start() -> Self {
        Self::sized(1280, 800).await
    }

    /// A browser whose page is so large: one whose test has passed, or a new one.
    pub async fn sized(width: u32, height: u32) -> Self {
        let idle = IDLE.lock().unwrap().pop();
        let browser = match idle {
            Some(browser) => browser,
            None => RUNTIME.spawn(Self::new()).await.unwrap(),
        };
        let downloads = browser.folder.join("downloads");
        std::fs::create_dir_all(&downloads).unwrap();
        browser.client.issue_cmd(DownloadsTo(downloads)).await.expect("the browser takes a folder for downloads");
        browser.resize(width, height).await;
        browser
    }

    async fn new() -> Self {
        let folder = tempfile::tempdir().unwrap().keep();
        let (keeper, port) = start_driver(&folder);
        let mut capabilities = json!({
            "goog:loggingPrefs": { "browser": "ALL" },
            "goog:chromeOptions": {
                "args": [
                    "--headless", "--force-prefers-reduced-motion", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
                    "--disable-background-networking", "--disable-component-update", "--disable-sync",
                    "--disable-extensions", "--force-device-scale-factor=1",
                    // One renderer for all pages: to start one for each takes half of what a page takes in all.
                    "--renderer-process-limit=1", "--process-per-site",
                    "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost",
                ],
            }
        });
        if Path::new(HEADLESS_SHELL).exists() {
            capabilities["goog:chromeOptions"]["binary"] = json!(HEADLESS_SHELL);
        }
        let Value::Object(capabilities) = capabilities else { unreachable!("an object was written") };
        let client = ClientBuilder::new(HttpConnector::new())
            .capabilities(capabilities)
            .connect(&format!("http://127.0.0.1:{port}"))
            .await
            .expect("a browser session");
        client
            .issue_cmd(DownloadsTo(folder.join("downloads")))
            .await
            .expect("the browser takes a folder for downloads");
        Self { _keeper: keeper, client, folder }
    }

    /// Leaves the page, and the browser to the next test: one window, no cookies, no downloads, nothing in its console. A
    /// test that fails does not come here, and its browser goes with it.
    pub async fn end(self) {
        let mut windows = self.client.windows().await.unwrap();
        let first = windows.remove(0);
        for window in windows {
            self.client.switch_to_window(window).await.unwrap();
            self.client.close_window().await.unwrap();
        }
        self.client.switch_to_window(first).await.unwrap();
        self.client.delete_all_cookies().await.unwrap();
        self.client.goto("about:blank").await.unwrap();
        self.client.issue_cmd(ConsoleLog).await.unwrap();
        let _ = std::fs::remove_dir_all(self.folder.join("downloads"));
        IDLE.lock().unwrap().push(self);
    }

    /// Makes the page so large, whatever the window's frame takes.
    async fn resize(&self, width: u32, height: u32) {
        self.client.set_window_size(width, height).await.unwrap();
        let inner = self.run("return [innerWidth, innerHeight]").await;
        let missing = |wanted: u32, index: usize| {
            wanted + wanted.saturating_sub(u32::try_from(inner[index].as_u64().unwrap()).unwrap())
        };
        self.client.set_window_size(missing(width, 0), missing(height, 1)).await.unwrap();
    }

    /// Opens an address.
    pub async fn open(&self, address: &str) {
        self.client.goto(address).await.unwrap();
    }

    /// Turns to another view of the page as a link in it does: nothing is loaded again.
    pub async fn turn_to(&self, path: &str) {
        self.run(&format!(
            "for (const head of document.querySelectorAll('h1')) head.dataset.before = ''; \
             history.pushState(null, '', '{path}'); dispatchEvent(new PopStateEvent('popstate'))"
        ))
        .await;
        let there = format!("location.pathname === '{path}' && document.querySelector('h1:not([data-before])')");
        self.until(path, &there).await;
    }

    /// Runs a script in the page.
    pub async fn run(&self, script: &str) -> Value {
        self.client.execute(script, vec![]).await.unwrap()
    }

    /// What an expression in the page comes to, as text.
    pub async fn text(&self, expression: &str) -> String {
        self.run(&format!("return String({expression})")).await.as_str().unwrap().to_owned()
    }

    /// The first element for a selector, once it is there.
    pub async fn find(&self, selector: &str) -> Element {
        self.found(Locator::Css(selector), selector).await
    }

    /// An element once it is there.
    async fn found(&self, locator: Locator<'_>, what: &str) -> Element {
        let condition = match locator {
            Locator::XPath(path) => {
                format!("document.evaluate({}, document, null, XPathResult.BOOLEAN_TYPE).booleanValue", json!(path))
            }
            Locator::Css(selector) => format!("document.querySelector({})", json!(selector)),
            other => panic!("{other:?} is not used here"),
        };
        loop {
            self.until(what, &condition).await;
            // What is drawn anew in between is looked for again.
            if let Ok(element) = self.client.find(locator).await {
                return element;
            }
        }
    }

    /// Clicks an element once it is there and can be clicked: a list that is opening cannot yet, and a row that is drawn
    /// anew is another element.
    async fn click_on(&self, locator: Locator<'_>, what: &str) {
        let end = std::time::Instant::now() + PATIENCE;
        loop {
            let element = self.found(locator, what).await;
            self.unfold(&element).await;
            match element.click().await {
                Ok(()) => return,
                Err(error) if std::time::Instant::now() > end => panic!("click {what}: {error}"),
                Err(_) => tokio::time::sleep(Duration::from_millis(25)).await,
            }
        }
    }

    /// Opens what is folded away around an element, by its own heads, outermost first.
    async fn unfold(&self, element: &Element) {
        let script = "const heads = []; \
             for (let fold = arguments[0].closest('details:not([open])'); fold; \
               fold = fold.parentElement.closest('details:not([open])')) { \
               if (!arguments[0].closest('summary') || arguments[0].closest('summary').parentElement !== fold) \
                 heads.unshift(fold.querySelector('summary')); \
             } \
             heads.forEach((head) => head.click());";
        let given = serde_json::to_value(element).unwrap();
        self.client.execute(script, vec![given]).await.ok();
    }

    /// Opens everything that is folded away in the step, as one who looks for something does.
    pub async fn unfold_all(&self) {
        self.run("document.querySelectorAll('main details:not([open]) > summary').forEach((head) => head.click())")
            .await;
    }

    /// The power path in full, where a step has it as a line or not at all.
    pub async fn full_path(&self) {
        self.menu_entry("[data-path-mode='full']").await;
    }

    /// Opens the menu of the workbench and clicks what a selector finds in it.
    pub async fn menu_entry(&self, selector: &str) {
        self.click("[data-menu]").await;
        self.click(selector).await;
        self.keys(&char::from(Key::Escape).to_string()).await;
    }

    /// Opens the menu of the workbench and presses an entry of it.
    pub async fn menu(&self, words: &str) {
        self.click("[data-menu]").await;
        self.press(words).await;
    }

    /// Opens the shelf of a kind in a step.
    pub async fn open_shelf(&self, kind: &str) {
        self.click(&format!("[data-shelf-line='{kind}'][aria-expanded='false']")).await;
    }

    /// Clicks the element for a selector.
    pub async fn click(&self, selector: &str) {
        self.click_on(Locator::Css(selector), selector).await;
    }

    /// Clicks the button or link with these words.
    pub async fn press(&self, words: &str) {
        let path = format!("//*[self::button or self::a][contains(normalize-space(.), '{words}')]");
        self.click_on(Locator::XPath(&path), words).await;
    }

    /// Types into a field by its key, replacing what stood there, and leaves it.
    pub async fn fill(&self, field: &str, text: &str) {
        self.type_into(field, text).await;
        self.keys(&char::from(Key::Tab).to_string()).await;
    }

    /// Types into a field by its key, replacing what stood there, and stays.
    pub async fn type_into(&self, field: &str, text: &str) {
        let selector = format!("input[data-field='{field}']");
        self.click(&selector).await;
        let entry = self.find(&selector).await;
        let all = format!("{}a{}", char::from(Key::Control), char::from(Key::Null));
        entry.send_keys(&format!("{all}{text}")).await.unwrap();
    }

    /// Sends keys to wherever the focus is; what is just being drawn anew takes none, and is looked for again.
    pub async fn keys(&self, keys: &str) {
        let end = std::time::Instant::now() + PATIENCE;
        loop {
            match self.client.active_element().await.unwrap().send_keys(keys).await {
                Ok(()) => return,
                Err(error) if std::time::Instant::now() > end => {
                    panic!("keys to {}: {error}", self.text("document.activeElement.outerHTML.slice(0, 300)").await)
                }
                Err(_) => tokio::time::sleep(Duration::from_millis(25)).await,
            }
        }
    }

    /// Presses keys while Control is held.
    pub async fn control(&self, key: &str) {
        self.keys(&format!("{}{key}{}", char::from(Key::Control), char::from(Key::Null))).await;
    }

    /// What a field shows.
    pub async fn value(&self, field: &str) -> String {
        let script = format!("return document.querySelector(\"input[data-field='{field}']\")?.value ?? ''");
        self.run(&script).await.as_str().unwrap().to_owned()
    }

    /// Whether a script comes true within a while. The page looks for itself: asking it again and again from here takes
    /// more of the machine than what is tested.
    async fn comes_true(&self, condition: &str) -> bool {
        let script = format!(
            "const done = arguments[arguments.length - 1], end = Date.now() + {LOOK_MS}; \
             const look = () => {{ \
               let found = false; \
               try {{ found = Boolean({condition}); }} catch {{ found = false; }} \
               if (found || Date.now() > end) done(found); else setTimeout(look, 15); \
             }}; look();"
        );
        // A page that is left while it looks has no answer.
        self.client.execute_async(&script, vec![]).await.is_ok_and(|found| found == json!(true))
    }

    /// What a script gives to its last argument, a function.
    pub async fn ask(&self, script: &str) -> Value {
        self.client.execute_async(script, vec![]).await.unwrap()
    }

    /// Waits until a script is true.
    pub async fn until(&self, what: &str, condition: &str) {
        let end = std::time::Instant::now() + PATIENCE;
        while std::time::Instant::now() < end {
            if self.comes_true(condition).await {
                return;
            }
            tokio::time::sleep(Duration::from_millis(10)).await;
        }
        let page = self.run("return document.body.innerText").await;
        panic!("never: {what} ({condition})\n{}", page.as_str().unwrap_or(""));
    }

    /// Waits until some text stands on the page.
    pub async fn until_text(&self, text: &str) {
        self.until(text, &format!("document.body.innerText.includes({})", json!(text))).await;
    }

    /// Waits until the build says it is saved.
    pub async fn until_saved(&self) {
        self.until("saved", "document.querySelector('[data-saved]')?.dataset.saved === 'saved'").await;
    }

    /// The verdict of a check: ok, tight, fail.
    pub async fn verdict(&self, code: &str) -> String {
        let script =
            format!("return document.querySelector(\"[data-check='{code}']\")?.dataset.checkVerdict ?? 'none'");
        self.run(&script).await.as_str().unwrap().to_owned()
    }

    /// Waits until a check comes out so.
    pub async fn until_verdict(&self, code: &str, verdict: &str) {
        let condition =
            format!("document.querySelector(\"[data-check='{code}']\")?.dataset.checkVerdict === '{verdict}'");
        self.until(&format!("{code} {verdict}"), &condition).await;
    }

    /// Corner and size of an element in the window, which is scrolled to it.
    pub async fn place(&self, selector: &str) -> (f64, f64, f64, f64) {
        let script = format!(
            "const found = document.querySelector(\"{selector}\"); found.scrollIntoView({{ block: 'center' }}); \
             const area = found.getBoundingClientRect(); return [area.left, area.top, area.width, area.height]"
        );
        let area = self.run(&script).await;
        let side = |place: usize| area[place].as_f64().unwrap();
        (side(0), side(1), side(2), side(3))
    }

    /// Moves the mouse to a place.
    pub async fn point(&self, (x, y): (f64, f64)) {
        let look = MouseActions::new("mouse".to_owned()).then(PointerAction::MoveTo { duration: None, x, y });
        self.client.perform_actions(look).await.unwrap();
    }

    /// Presses at one place, moves to another, lets go.
    pub async fn drag(&self, from: (f64, f64), to: (f64, f64)) {
        let at = |(x, y): (f64, f64)| PointerAction::MoveTo { duration: None, x, y };
        let mouse = MouseActions::new("mouse".to_owned())
            .then(at(from))
            .then(PointerAction::Down { button: MOUSE_BUTTON_LEFT })
            .then(at((f64::midpoint(from.0, to.0), f64::midpoint(from.1, to.1))))
            .then(at(to))
            .then(PointerAction::Up { button: MOUSE_BUTTON_LEFT });
        self.client.perform_actions(mouse).await.unwrap();
    }

    /// Waits for a downloaded file whose name ends so, and reads it. The browser holds the name with an empty file
    /// before it moves the whole one there, so an empty file has not arrived.
    pub async fn downloaded(&self, ending: &str) -> Vec<u8> {
        let folder = self.folder.join("downloads");
        let end = std::time::Instant::now() + PATIENCE;
        while std::time::Instant::now() < end {
            let found = std::fs::read_dir(&folder).into_iter().flatten().flatten().map(|entry| entry.path());
            let mut named = found.filter(|path| path.to_string_lossy().ends_with(ending));
            let content = named.next().and_then(|path| std::fs::read(path).ok());
            if let Some(content) = content.filter(|content| !content.is_empty()) {
                return content;
            }
            tokio::time::sleep(Duration::from_millis(25)).await;
        }
        panic!("no {ending} arrived in {}", folder.display());
    }

    /// A file for uploads, with this content.
    pub fn file(&self, name: &str, content: &str) -> PathBuf {
        let path = self.folder.join(name);
        std::fs::write(&path, content).unwrap();
        path
    }

    /// Chooses the first entry with these words of a list.
    pub async fn choose(&self, selector: &str, words: &str) {
        let (selector, words) = (json!(selector), json!(words));
        let option = format!(
            "[...document.querySelectorAll({selector})].flatMap((one) => [...(one.closest('select') ?? \
             one.querySelector('select'))?.options ?? []]).find((option) => option.textContent.includes({words}))"
        );
        self.until(&format!("{words} in the list {selector}"), &format!("Boolean({option})")).await;
        self.run(&format!(
            "const option = {option}; const list = option.closest('select'); list.value = option.value; \
             list.dispatchEvent(new Event('change'))"
        ))
        .await;
    }
}

/// Where the browser puts what is downloaded: said to it before each test, for its preferences count from the second page on
/// only.
#[derive(Debug)]
struct DownloadsTo(PathBuf);

impl fantoccini::wd::WebDriverCompatibleCommand for DownloadsTo {
    fn endpoint(&self, base_url: &url::Url, session_id: Option<&str>) -> Result<url::Url, url::ParseError> {
        base_url.join(&format!("session/{}/goog/cdp/execute", session_id.unwrap_or_default()))
    }

    fn method_and_body(&self, _: &url::Url) -> (http::Method, Option<String>) {
        let allow = json!({ "behavior": "allow", "downloadPath": self.0 });
        let body = json!({ "cmd": "Browser.setDownloadBehavior", "params": allow });
        (http::Method::POST, Some(body.to_string()))
    }
}

/// What the page wrote to its console.
#[derive(Debug)]
pub struct ConsoleLog;

impl fantoccini::wd::WebDriverCompatibleCommand for ConsoleLog {
    fn endpoint(&self, base_url: &url::Url, session_id: Option<&str>) -> Result<url::Url, url::ParseError> {
        base_url.join(&format!("session/{}/se/log", session_id.unwrap_or_default()))
    }

    fn method_and_body(&self, _request_url: &url::Url) -> (http::Method, Option<String>) {
        (http::Method::POST, Some(r#"{"type": "browser"}"#.to_owned()))
    }
}

/// Opens the demo build with this name at a step, and waits for its figures.
pub async fn open_demo(browser: &Browser, server: &Server, name: &str, step: &str) -> String {
    let list: Vec<Value> = reqwest::get(server.url("/api/builds")).await.unwrap().json().await.unwrap();
    let id = list.iter().find(|build| build["name"] == name).unwrap()["id"].as_str().unwrap().to_owned();
    browser.open(&server.url(&format!("/builds/{id}/{step}"))).await;
    browser
        .until("figures", "document.querySelector('[data-check], [data-verdict-strip] b, [data-foot-bar] .word')")
        .await;
    id
}

/// A stored build as it is now.
pub async fn document(server: &Server, id: &str) -> Value {
    reqwest::get(server.url(&format!("/api/builds/{id}"))).await.unwrap().json().await.unwrap()
}

/// Waits until the stored build holds this value at a pointer: a save, a restore or a decision
/// reaches the store some time after the page was pressed.
pub async fn until_stored(server: &Server, id: &str, pointer: &str, expected: impl Into<Value>) {
    let expected = expected.into();
    let end = std::time::Instant::now() + PATIENCE;
    let mut found = Value::Null;
    while std::time::Instant::now() < end {
        found = document(server, id).await.pointer(pointer).cloned().unwrap_or(Value::Null);
        let same = match (found.as_f64(), expected.as_f64()) {
            (Some(found), Some(expected)) => (found - expected).abs() <= 1e-7 * expected.abs(),
            _ => found == expected,
        };
        if same {
            return;
        }
        tokio::time::sleep(Duration::from_millis(25)).await;
    }
    panic!("never stored: {pointer} {expected}, it is {found}");
}

/// Waits until something else than a value stands at a pointer of the stored build.
pub async fn until_other(server: &Server, id: &str, pointer: &str, than: &Value) {
    let end = std::time::Instant::now() + PATIENCE;
    while document(server, id).await.pointer(pointer).unwrap_or(&Value::Null) == than {
        assert!(std::time::Instant::now() < end, "{pointer} stays {than}");
        tokio::time::sleep(Duration::from_millis(25)).await;
    }
}

/// Waits until the list at a pointer of the stored build has so many entries.
pub async fn until_stored_entries(server: &Server, id: &str, pointer: &str, entries: usize) {
    let end = std::time::Instant::now() + PATIENCE;
    loop {
        let stored = document(server, id).await;
        let found = stored.pointer(pointer).and_then(Value::as_array).map_or(0, Vec::len);
        if found == entries {
            return;
        }
        assert!(std::time::Instant::now() < end, "never stored: {entries} at {pointer}, there are {found}");
        tokio::time::sleep(Duration::from_millis(25)).await;
    }
}
