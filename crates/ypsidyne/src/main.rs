//! Ypsidyne: server, page and command line in one file.

use std::process::ExitCode;

/// An answer is some hundred small texts: it gives and takes memory in less time than the system's.
#[global_allocator]
static MEMORY: mimalloc::MiMalloc = mimalloc::MiMalloc;

fn main() -> ExitCode {
    ypsidyne::cli::main()
}
