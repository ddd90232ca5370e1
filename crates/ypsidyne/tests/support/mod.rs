//! A server of its own for each test: own database, free port, ended with the test.
#![allow(dead_code, reason = "each test file uses its own part")]

use std::io::{BufRead, BufReader};
use std::path::{Path, PathBuf};
use std::process::{Child, Command, Stdio};

/// The program under test.
pub const PROGRAM: &str = env!("CARGO_BIN_EXE_ypsidyne");

/// The worked dolly board, as text.
pub const DOLLY: &str = include_str!("../../../core/tests/worked/dolly-board.build.json");

/// A running server.
pub struct Server {
    child: Child,
    /// Its address, `http://127.0.0.1:PORT`.
    pub address: String,
    folder: tempfile::TempDir,
}

impl Server {
    /// A server with an empty database.
    pub fn start() -> Self {
        Self::with(&["serve"])
    }

    /// A server with the demo builds.
    pub fn demo() -> Self {
        Self::with(&["demo"])
    }

    /// A server with other arguments before port and database.
    pub fn with(arguments: &[&str]) -> Self {
        let folder = tempfile::tempdir().unwrap();
        let (child, address) = launch(arguments, "0", &folder.path().join("builds.sqlite"));
        Self { child, address, folder }
    }

    /// A server on a copy of a data file.
    pub fn on(data: &std::path::Path) -> Self {
        let folder = tempfile::tempdir().unwrap();
        let own = folder.path().join("builds.sqlite");
        std::fs::copy(data, &own).unwrap();
        let (child, address) = launch(&["serve"], "0", &own);
        Self { child, address, folder }
    }

    /// Its database file.
    pub fn data(&self) -> PathBuf {
        self.folder.path().join("builds.sqlite")
    }

    /// The number of its process.
    pub fn process(&self) -> u32 {
        self.child.id()
    }

    /// A URL of it.
    pub fn url(&self, path: &str) -> String {
        format!("{}{path}", self.address)
    }

    /// Kills it as the plug does: nothing in the program can run any more.
    pub fn pull_the_plug(&mut self) {
        self.child.kill().unwrap();
        self.child.wait().unwrap();
    }

    /// Starts it again on the same database and port.
    pub fn start_again(&mut self) {
        let port = self.address.rsplit(':').next().unwrap().to_owned();
        let (child, address) = launch(&["serve"], &port, &self.data());
        assert_eq!(address, self.address);
        self.child = child;
    }

    /// Starts it again on the same database and port, where no file may grow beyond so many bytes: as on a full disk, writes
    /// fail and the program lives.
    pub fn start_again_with_a_disk_of(&mut self, bytes: u64) {
        let port = self.address.rsplit(':').next().unwrap().to_owned();
        let script = format!("trap '' XFSZ; ulimit -f {}; exec \"$0\" \"$@\"", bytes / 1024);
        let mut command = Command::new("bash");
        command.args(["-c", &script, PROGRAM]);
        let (child, address) = launch_by(command, &["serve"], &port, &self.data());
        assert_eq!(address, self.address);
        self.child = child;
    }

    /// A second program on the database of another.
    pub fn beside(other: &Self) -> Self {
        let (child, address) = launch(&["serve"], "0", &other.data());
        Self { child, address, folder: tempfile::tempdir().unwrap() }
    }

    /// Asks it to end and waits for its exit code.
    pub fn terminate(&mut self) -> Option<i32> {
        let asked = Command::new("kill").arg("-TERM").arg(self.child.id().to_string()).status().unwrap();
        assert!(asked.success());
        self.child.wait().unwrap().code()
    }
}

impl Drop for Server {
    fn drop(&mut self) {
        let _ = self.child.kill();
        let _ = self.child.wait();
    }
}

fn launch(arguments: &[&str], port: &str, data: &Path) -> (Child, String) {
    launch_by(Command::new(PROGRAM), arguments, port, data)
}

fn launch_by(mut command: Command, arguments: &[&str], port: &str, data: &Path) -> (Child, String) {
    let mut child = command
        .args(arguments)
        .args(["--port", port, "--data"])
        .arg(data)
        .env_remove("YPSIDYNE_PASSPHRASE_FILE")
        .stdout(Stdio::piped())
        .stderr(Stdio::inherit())
        .spawn()
        .expect("the program starts");
    let mut lines = BufReader::new(child.stdout.take().unwrap()).lines();
    let first = lines.next().expect("it prints its address").unwrap();
    let address = first.split_whitespace().last().unwrap().to_owned();
    assert!(address.starts_with("http://"), "{first}");
    // Keep the pipe drained, so that it never blocks.
    std::thread::spawn(move || lines.for_each(drop));
    (child, address)
}
