//! The hits that no other beats in two measures at once: what is drawn through a cloud of hits.

use serde::Serialize;

use super::front::Candidate;

/// What two hits are compared by.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, schemars::JsonSchema)]
#[serde(rename_all = "snake_case")]
pub enum Measure {
    /// Price of everything: less is better.
    Price,
    /// Price of what is not in the drawer: less is better.
    ToBuy,
    /// Mass of the drive parts: less is better.
    Mass,
    /// Minutes on one charge: more is better.
    Runtime,
    /// Seconds at full throttle from cold: more is better.
    FlatOut,
    /// Use of the weakest link: less is better.
    Margin,
}

impl Measure {
    /// All of them.
    pub const ALL: [Self; 6] = [Self::Price, Self::ToBuy, Self::Mass, Self::Runtime, Self::FlatOut, Self::Margin];

    /// The smaller the better; `None` where it is not known.
    fn of(self, candidate: &Candidate) -> Option<f64> {
        match self {
            Self::Price => candidate.price,
            Self::ToBuy => candidate.to_buy,
            Self::Mass => Some(candidate.hardware_mass_kg),
            Self::Runtime => candidate.runtime_min.map(|minutes| -minutes),
            Self::FlatOut => candidate.flat_out_s.map(|seconds| -seconds),
            Self::Margin => candidate.worst_utilisation,
        }
    }
}

/// The hits that no other beats in two measures.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, schemars::JsonSchema)]
pub struct PairFront {
    /// One measure.
    pub x: Measure,
    /// The other.
    pub y: Measure,
    /// Numbers of the hits, the best in `x` first.
    pub numbers: Vec<u64>,
}

/// One candidate of a front with both measures, the smaller the better.
#[derive(Debug, Clone)]
struct Leading {
    x: f64,
    y: f64,
    candidate: Candidate,
}

/// The front of each pair of measures: x rises, y falls.
#[derive(Debug)]
pub(super) struct PairFronts(Vec<(Measure, Measure, Vec<Leading>)>);

impl PairFronts {
    pub fn new() -> Self {
        let pairs = Measure::ALL
            .iter()
            .enumerate()
            .flat_map(|(place, x)| Measure::ALL[place + 1..].iter().map(move |y| (*x, *y, Vec::new())));
        Self(pairs.collect())
    }

    /// Takes a candidate into each front on which nothing beats it.
    pub fn take(&mut self, candidate: &Candidate) {
        let known = Measure::ALL.map(|measure| measure.of(candidate));
        for (x, y, front) in &mut self.0 {
            if let (Some(x), Some(y)) = (known[*x as usize], known[*y as usize]) {
                take(front, x, y, candidate);
            }
        }
    }

    /// Takes in what another has.
    pub fn merge(&mut self, other: Self) {
        for ((_, _, mine), (_, _, theirs)) in self.0.iter_mut().zip(other.0) {
            for Leading { x, y, candidate } in theirs {
                take(mine, x, y, &candidate);
            }
        }
    }

    /// The fronts, and everything that stands on one of them in the order of the document.
    pub fn into_parts(self) -> (Vec<PairFront>, Vec<Candidate>) {
        let numbers = |front: &[Leading]| front.iter().map(|leading| leading.candidate.number).collect();
        let fronts = self.0.iter().map(|(x, y, front)| PairFront { x: *x, y: *y, numbers: numbers(front) }).collect();
        let mut leading: Vec<Candidate> =
            self.0.into_iter().flat_map(|(_, _, front)| front).map(|leading| leading.candidate).collect();
        leading.sort_by_key(|candidate| candidate.number);
        leading.dedup_by_key(|candidate| candidate.number);
        (fronts, leading)
    }
}

fn take(front: &mut Vec<Leading>, x: f64, y: f64, candidate: &Candidate) {
    let at = front.partition_point(|known| known.x < x);
    if at > 0 && front[at - 1].y <= y {
        return;
    }
    if let Some(same) = front.get_mut(at).filter(|known| known.x <= x && known.y <= y) {
        // Of equals the first of the document stays.
        if same.y >= y && candidate.number < same.candidate.number {
            same.candidate = candidate.clone();
        }
        return;
    }
    let beaten = front[at..].iter().take_while(|known| known.y >= y).count();
    front.splice(at..at + beaten, [Leading { x, y, candidate: candidate.clone() }]);
}
