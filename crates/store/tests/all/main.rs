//! Every test of the store from outside, in one program: linked once.

mod builds;
mod parts;
mod runs;
mod searches;
