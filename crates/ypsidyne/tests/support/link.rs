//! A link between the page and the server that can be cut, and that holds replies back until they are let go.
#![allow(dead_code, reason = "each user takes its own part")]

use std::sync::{Arc, Mutex};

use http_body_util::{BodyExt, Full};
use hyper::body::{Bytes, Incoming};
use hyper::service::service_fn;
use hyper::{Request, Response};
use hyper_util::rt::TokioIo;
use tokio::net::TcpListener;
use tokio::sync::Notify;

/// What the link does to requests whose `METHOD /path` begins so.
#[derive(Clone)]
enum Fault {
    /// The request never reaches the server.
    Before,
    /// The server does what is asked; its reply is lost.
    After,
    /// The reply waits until it is let go.
    Held(Arc<Notify>),
}

#[derive(Default)]
struct Faults {
    list: Vec<(String, Fault, bool)>,
    /// Requests that wait to be let go.
    waiting: usize,
}

/// The connection ends without a reply.
#[derive(Debug)]
struct Broken;

impl std::fmt::Display for Broken {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        f.write_str("the link is cut")
    }
}

impl std::error::Error for Broken {}

/// A link on a port of its own.
#[derive(Clone)]
pub struct Link {
    /// Its address, which stands for the server's.
    pub address: String,
    faults: Arc<Mutex<Faults>>,
}

/// A reply that is held back.
pub struct Held {
    go: Arc<Notify>,
    faults: Arc<Mutex<Faults>>,
}

impl Held {
    /// Waits until a request is held.
    pub async fn arrived(&self) {
        while self.faults.lock().unwrap().waiting == 0 {
            tokio::time::sleep(std::time::Duration::from_millis(10)).await;
        }
    }

    /// Lets the reply go.
    pub fn let_go(self) {
        self.go.notify_one();
    }
}

impl Link {
    /// A link to a server's address.
    pub async fn to(server: &str) -> Self {
        let listener = TcpListener::bind("127.0.0.1:0").await.unwrap();
        let address = format!("http://{}", listener.local_addr().unwrap());
        let faults = Arc::new(Mutex::new(Faults::default()));
        let link = Self { address, faults };
        let (own, server) = (link.clone(), server.to_owned());
        tokio::spawn(async move {
            loop {
                let Ok((stream, _)) = listener.accept().await else { return };
                let (link, server) = (own.clone(), server.clone());
                tokio::spawn(async move {
                    let answer = service_fn(move |request| {
                        let (link, server) = (link.clone(), server.clone());
                        async move { link.pass(&server, request).await }
                    });
                    // A connection that is cut ends with an error here, as it is meant to.
                    let _ =
                        hyper::server::conn::http1::Builder::new().serve_connection(TokioIo::new(stream), answer).await;
                });
            }
        });
        link
    }

    /// A URL of it.
    pub fn url(&self, path: &str) -> String {
        format!("{}{path}", self.address)
    }

    fn set(&self, what: &str, fault: Fault, once: bool) {
        self.faults.lock().unwrap().list.push((what.to_owned(), fault, once));
    }

    /// Cuts every request that begins so, before it arrives, until [`Link::mend`].
    pub fn cut(&self, what: &str) {
        self.set(what, Fault::Before, false);
    }

    /// Loses the reply to every request that begins so, until [`Link::mend`].
    pub fn lose_replies(&self, what: &str) {
        self.set(what, Fault::After, false);
    }

    /// Loses the reply to the next request that begins so.
    pub fn lose_reply(&self, what: &str) {
        self.set(what, Fault::After, true);
    }

    /// Holds back the reply to the next request that begins so.
    pub fn hold(&self, what: &str) -> Held {
        let go = Arc::new(Notify::new());
        self.set(what, Fault::Held(Arc::clone(&go)), true);
        Held { go, faults: Arc::clone(&self.faults) }
    }

    /// Passes everything again.
    pub fn mend(&self) {
        self.faults.lock().unwrap().list.clear();
    }

    fn fault_for(&self, request: &str) -> Option<Fault> {
        let mut faults = self.faults.lock().unwrap();
        let place = faults.list.iter().position(|(what, ..)| request.starts_with(what.as_str()))?;
        let (_, fault, once) = faults.list[place].clone();
        if once {
            faults.list.remove(place);
        }
        Some(fault)
    }

    async fn pass(&self, server: &str, request: Request<Incoming>) -> Result<Response<Full<Bytes>>, Broken> {
        let path = request.uri().path_and_query().map_or("/", |path| path.as_str()).to_owned();
        let fault = self.fault_for(&format!("{} {path}", request.method()));
        if matches!(fault, Some(Fault::Before)) {
            return Err(Broken);
        }
        let (parts, body) = request.into_parts();
        let mut headers = parts.headers;
        headers.remove("host");
        // The page speaks of the link's address; the server would take that for another site.
        headers.remove("origin");
        headers.remove("accept-encoding");
        let body = body.collect().await.map_err(|_| Broken)?.to_bytes();
        let sent = reqwest::Client::new()
            .request(parts.method, format!("{server}{path}"))
            .headers(headers)
            .body(body)
            .send()
            .await
            .map_err(|_| Broken)?;
        let mut reply = Response::builder().status(sent.status());
        for (name, value) in sent.headers() {
            if name != "transfer-encoding" && name != "connection" {
                reply = reply.header(name, value);
            }
        }
        let reply_body = sent.bytes().await.map_err(|_| Broken)?;
        let reply = reply.body(Full::new(reply_body)).expect("it came as a reply");
        match fault {
            Some(Fault::After) => return Err(Broken),
            Some(Fault::Held(go)) => {
                self.faults.lock().unwrap().waiting += 1;
                go.notified().await;
                self.faults.lock().unwrap().waiting -= 1;
            }
            _ => {}
        }
        Ok(reply)
    }
}
