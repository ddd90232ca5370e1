//! The project's own chores, run as `cargo xtask NAME`.

mod bench;
mod chores;
mod page;
mod system;

use clap::{Parser, Subcommand};

#[derive(Parser)]
#[command(name = "cargo xtask", about = "The project's own chores.")]
struct Arguments {
    #[command(subcommand)]
    chore: Chore,
}

#[derive(Subcommand)]
enum Chore {
    /// Build everything and start the application with the demo builds.
    Demo {
        /// Handed on to `ypsidyne demo`, for example --port 8080.
        #[arg(trailing_var_arg = true, allow_hyphen_values = true)]
        rest: Vec<String>,
    },
    /// Run every test, those in the browser included; installs what they need.
    Test,
    /// Format, lint and type checks of Rust and page, and drift of generated files.
    Lint,
    /// Write the generated files of the page again from the Rust types.
    Generate,
    /// Build the page where its sources changed.
    Page,
    /// Run the benchmarks, all or those that are named, and say what passes.
    Bench {
        /// For example evaluate or workshop.
        names: Vec<String>,
    },
}

fn main() -> std::process::ExitCode {
    let done = match Arguments::parse().chore {
        Chore::Demo { rest } => chores::demo(&rest),
        Chore::Test => chores::test(),
        Chore::Lint => chores::lint(),
        Chore::Generate => chores::generate(),
        Chore::Page => page::build(),
        Chore::Bench { names } => bench::bench(&names),
    };
    match done {
        Ok(()) => std::process::ExitCode::SUCCESS,
        Err(error) => {
            eprintln!("xtask: {error:#}");
            std::process::ExitCode::FAILURE
        }
    }
}
