//! What else could be: a copy of an option with something changed, evaluated again.
//!
//! * [`remedies`]: what would fix a check, proved on the document. [`candidates`]: what each part of the shelf would do.
//! * [`search`]: every combination of parts, on every core. [`inventory`]: what lies in the drawer, in one map.
//! * [`sensitivity`]: which assumption matters most. [`odds`]: what the tolerances make of it.
//! * [`trade_offs`]: where practice is split. [`motor_guide`]: which kind of motor, readings, swaps, going slower.
//! * [`fitted`]: a part with what it needs to do the job.
//! * [`proposals`]: three machines of the shelf from the job alone.
//! * [`tooth_map`]: driver teeth by driven teeth. [`ratio_needed`]: the ratio that is needed, and pairs near it.
//! * [`new_option`], [`decision`]: options as wholes.

pub mod candidates;
pub mod decision;
pub mod fitted;
pub mod inventory;
pub mod motor_guide;
pub mod new_option;
pub mod odds;
pub mod proposals;
pub mod ratio_needed;
pub mod remedies;
pub(crate) mod scaling;
pub mod search;
pub mod sensitivity;
pub mod side_by_side;
pub mod tooth_map;
pub mod trade_offs;
pub mod verdict_strip;
