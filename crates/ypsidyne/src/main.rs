//! Ypsidyne: server, page and command line in one file.

use std::process::ExitCode;

fn main() -> ExitCode {
    ypsidyne::cli::main()
}
