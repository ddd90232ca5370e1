//! The page is embedded from `web/dist`: build again when it changes.

fn main() {
    println!("cargo::rerun-if-changed=../../web/dist");
}
