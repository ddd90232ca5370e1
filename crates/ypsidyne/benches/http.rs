//! From request to answer over HTTP, on a kept connection. Wanted: at most 3 ms for one build.

use criterion::{Criterion, criterion_group, criterion_main};
use tokio::runtime::Runtime;
use ypsidyne::serve::{Settings, prepare, run};

const DOLLY: &str = include_str!("../../core/tests/worked/dolly-board.build.json");

fn over_http(criterion: &mut Criterion) {
    let runtime = Runtime::new().expect("a runtime");
    let folder = tempfile::tempdir().expect("a folder");
    let settings = Settings {
        data: folder.path().join("bench.sqlite"),
        passphrase: None,
        visitor_passphrase: None,
        host_names: Vec::new(),
        demo: true,
    };
    let address = runtime.block_on(async {
        let listener = tokio::net::TcpListener::bind("127.0.0.1:0").await.expect("a port");
        let address = listener.local_addr().expect("its address");
        let bench = prepare(&settings, address).await.expect("a server");
        tokio::spawn(run(bench, listener, std::future::pending()));
        address
    });
    let client = reqwest::Client::new();
    let post_body = |path: &str, body: String| {
        let request = client.post(format!("http://{address}{path}")).header("content-type", "application/json");
        async move {
            let reply = request.body(body).send().await.expect("an answer");
            assert!(reply.status().is_success());
            reply.bytes().await.expect("its body").len()
        }
    };
    let post = |path: &str| post_body(path, DOLLY.to_owned());
    let mut group = criterion.benchmark_group("request to answer");
    group.bench_function("evaluate the dolly board", |bencher| {
        bencher.iter(|| runtime.block_on(post("/api/evaluate?remedies=false")));
    });
    group.bench_function("evaluate the dolly board with remedies", |bencher| {
        bencher.iter(|| runtime.block_on(post("/api/evaluate")));
    });
    group.bench_function("everything the workbench shows", |bencher| {
        bencher.iter(|| runtime.block_on(post("/api/workbench?option=0")));
    });
    let asked = format!(r#"{{"build": {DOLLY}, "option": 0, "drive": 0, "search": {{"kind": "motor"}}}}"#);
    group.bench_function("every motor of the demo shelf in the dolly board", |bencher| {
        bencher.iter(|| runtime.block_on(post_body("/api/candidates", asked.clone())));
    });
    let search = r#"{"kind": "motor", "text": "outer 63", "sort": "kv_rpm_per_v"}"#;
    group.bench_function("search the demo shelf", |bencher| {
        bencher.iter(|| runtime.block_on(post_body("/api/parts/search", search.to_owned())));
    });
    group.finish();
}

criterion_group!(benches, over_http);
criterion_main!(benches);
