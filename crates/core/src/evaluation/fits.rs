//! Whether boxes go into a room: packs and controllers, in any orientation, side by side or stacked.

use serde::Serialize;

use crate::document::parts::SizeMm;
use crate::document::{Battery, Compartment, Job, OptionSheet};

/// How equal boxes stand in a room.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, schemars::JsonSchema)]
pub struct Packing {
    /// One box along the room's length, width and height, mm.
    pub box_mm: [f64; 3],
    /// How many boxes along each.
    pub count: [u32; 3],
    /// How far the stack is over or under each side of the room: the stack's side over the room's.
    pub used: [f64; 3],
    /// What stays free along length, width and height, mm; negative where it sticks out.
    pub left_mm: [f64; 3],
    /// What stays free under it, mm; null when the room does not hang below a deck.
    pub ground_clearance_mm: Option<f64>,
}

impl Packing {
    /// Height of the stack, mm.
    #[must_use]
    pub fn height_mm(&self) -> f64 {
        self.box_mm[2] * f64::from(self.count[2])
    }

    /// The tightest side: 1 fills it, more sticks out.
    #[must_use]
    pub fn tightest(&self) -> f64 {
        self.used.iter().copied().fold(0.0, f64::max)
    }
}

/// How the packs of an option stand in the room the job gives them.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct BatteryFit {
    /// As the packs are; null while their size is unknown.
    pub packs: Option<Packing>,
    /// Each pack made of two flat halves in series, where it has an even number of cells; null otherwise.
    pub halves: Option<Packing>,
    /// The room along length, width and height, mm.
    pub room_mm: [f64; 3],
}

/// What makes a packing the best one.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Best {
    /// The one that leaves most at its tightest side, and of equal ones the flattest.
    Roomy,
    /// Of those that fit the flattest, as under a deck; else the one that sticks out least.
    Flat,
}

/// The best way for `count` equal boxes of `sides` in a room.
///
/// All sides in mm and above 0; `room` is length, width, height. Always an answer, also when nothing fits.
#[must_use]
pub fn best_packing(sides: [f64; 3], count: u32, room: [f64; 3], wanted: Best) -> Packing {
    const TURNS: [[usize; 3]; 6] = [[0, 1, 2], [0, 2, 1], [1, 0, 2], [1, 2, 0], [2, 0, 1], [2, 1, 0]];
    let count = count.max(1);
    // Tightest side and height of the best so far, and how it stands.
    let (mut tightest, mut height_mm) = (f64::INFINITY, f64::INFINITY);
    let (mut box_mm, mut grid) = (sides, [count, 1, 1]);
    for turn in TURNS {
        let turned = turn.map(|side| sides[side]);
        for along in 1..=count {
            for across in 1..=count.div_ceil(along) {
                let up = count.div_ceil(along * across);
                let high_mm = turned[2] * f64::from(up);
                let fills = (turned[0] * f64::from(along) / room[0])
                    .max(turned[1] * f64::from(across) / room[1])
                    .max(high_mm / room[2]);
                let roomier = fills < tightest || (fills <= tightest && high_mm < height_mm);
                let flatter = high_mm < height_mm || (high_mm <= height_mm && fills < tightest);
                let both_fit = fills <= 1.0 && tightest <= 1.0;
                let better = if wanted == Best::Flat && both_fit { flatter } else { roomier };
                if better {
                    (tightest, height_mm, box_mm, grid) = (fills, high_mm, turned, [along, across, up]);
                }
            }
        }
    }
    let stack: [f64; 3] = std::array::from_fn(|axis| box_mm[axis] * f64::from(grid[axis]));
    Packing {
        box_mm,
        count: grid,
        used: std::array::from_fn(|axis| stack[axis] / room[axis]),
        left_mm: std::array::from_fn(|axis| room[axis] - stack[axis]),
        ground_clearance_mm: None,
    }
}

/// Sides of a part, mm.
#[must_use]
pub fn sides(size: &SizeMm) -> [f64; 3] {
    [size.length, size.width, size.height]
}

fn over_ground(mut packing: Packing, room: &Compartment) -> Packing {
    packing.ground_clearance_mm = room.above_ground_mm.map(|above| above - packing.height_mm());
    packing
}

/// How the packs stand in the battery room; `None` when the job gives no room.
#[must_use]
pub fn battery_fit(job: &Job, battery: &Battery) -> Option<BatteryFit> {
    let room = job.compartment.as_ref()?;
    let room_mm = [room.length_mm, room.width_mm, room.height_mm];
    let count = battery.packs();
    let best = if room.above_ground_mm.is_some() { Best::Flat } else { Best::Roomy };
    let size = battery.size_mm.as_ref().map(sides);
    let halves = size.filter(|_| battery.cells_series.is_multiple_of(2)).map(|mut size| {
        // A pack is a stack of flat cells along its thinnest side: half the cells, half the thickness.
        let thinnest = (0..3).min_by(|a, b| size[*a].total_cmp(&size[*b])).unwrap_or(2);
        size[thinnest] /= 2.0;
        over_ground(best_packing(size, 2 * count, room_mm, best), room)
    });
    Some(BatteryFit {
        packs: size.map(|size| over_ground(best_packing(size, count, room_mm, best), room)),
        halves,
        room_mm,
    })
}

/// How the controllers of an option stand in the room the job gives them.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
pub struct ControllerFit {
    /// All of them; null while a size is unknown.
    pub controllers: Option<Packing>,
    /// The room along length, width and height, mm.
    pub room_mm: [f64; 3],
}

/// How all controllers of an option stand in the controller room; `None` when the job gives no room or none is used.
#[must_use]
pub fn controller_fit(job: &Job, option: &OptionSheet) -> Option<ControllerFit> {
    let room = job.controller_space.as_ref()?;
    let room_mm = [room.length_mm, room.width_mm, room.height_mm];
    let mut count = 0;
    let mut largest = [0.0_f64; 3];
    for drive in &option.drives {
        let Some(controller) = &drive.controller else { continue };
        let Some(size) = controller.size_mm.as_ref() else {
            return Some(ControllerFit { controllers: None, room_mm });
        };
        count += drive.controller_count;
        let mut size = sides(size);
        size.sort_by(f64::total_cmp);
        // Different controllers are packed as so many of the largest.
        largest = std::array::from_fn(|side| largest[side].max(size[side]));
    }
    (count > 0)
        .then(|| ControllerFit { controllers: Some(best_packing(largest, count, room_mm, Best::Roomy)), room_mm })
}
