//! Every test of the store from outside, in one program: linked once.

mod backup;
mod builds;
mod parts;
mod runs;
mod searches;
