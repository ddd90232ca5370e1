//! The best by one ranking, those that nothing beats in all four, and a fair sample of all.

use std::cmp::Ordering;
use std::collections::BTreeMap;

use super::pair_fronts::{PairFront, PairFronts};
use crate::document::RankBy;
use crate::evaluation::{OptionEvaluation, WeakestLink};

/// Most that nothing beats; with more the list is cut, and says so.
const MOST_UNBEATEN: usize = 2000;

/// Hits in the sample of all.
const SAMPLED: usize = 1000;

/// A combination that does the job, with what it is compared by.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Candidate {
    pub number: u64,
    pub price: Option<f64>,
    pub to_buy: Option<f64>,
    pub hardware_mass_kg: f64,
    pub runtime_min: Option<f64>,
    pub flat_out_s: Option<f64>,
    pub worst_utilisation: Option<f64>,
    pub weakest_link: Option<WeakestLink>,
}

impl Candidate {
    pub fn new(number: u64, result: &OptionEvaluation) -> Self {
        Self {
            number,
            price: result.price,
            to_buy: result.to_buy,
            hardware_mass_kg: result.hardware_mass_kg,
            runtime_min: result.supply.runtime_min,
            flat_out_s: result.flat_out_s(),
            worst_utilisation: result.weakest().and_then(|check| check.utilisation),
            weakest_link: result.weakest_link.clone(),
        }
    }

    /// Price, mass, time and margin, each the smaller the better; what is not known is worst.
    fn keys(&self) -> [f64; 4] {
        [
            self.price.unwrap_or(f64::INFINITY),
            self.hardware_mass_kg,
            -self.runtime_min.unwrap_or(f64::NEG_INFINITY),
            self.worst_utilisation.unwrap_or(f64::INFINITY),
        ]
    }

    /// Whether it is at least as good in all four and better in one.
    fn beats(&self, other: &Self) -> bool {
        let (mine, theirs) = (self.keys(), other.keys());
        mine.iter().zip(&theirs).all(|(a, b)| a <= b) && mine != theirs
    }
}

fn key_of(rank_by: RankBy) -> usize {
    match rank_by {
        RankBy::Price => 0,
        RankBy::Mass => 1,
        RankBy::Runtime => 2,
        RankBy::Margin => 3,
    }
}

/// The best so far.
#[derive(Debug)]
pub(super) struct Front {
    key: usize,
    limit: usize,
    /// In order of the ranking.
    ranked: Vec<Candidate>,
    /// In no order.
    unbeaten: Vec<Candidate>,
    cut: bool,
    pairs: PairFronts,
    /// By a number that looks drawn by lot but always is the same for a combination: the smallest are kept.
    sample: BTreeMap<u64, Candidate>,
}

/// A number that looks drawn by lot, a different one for each number given.
///
/// # Source
/// Steele, Lea and Flood, Fast splittable pseudorandom number generators, 2014: the finalizer of SplitMix64.
const fn lot(number: u64) -> u64 {
    let mixed = number.wrapping_add(0x9E37_79B9_7F4A_7C15);
    let mixed = (mixed ^ (mixed >> 30)).wrapping_mul(0xBF58_476D_1CE4_E5B9);
    let mixed = (mixed ^ (mixed >> 27)).wrapping_mul(0x94D0_49BB_1331_11EB);
    mixed ^ (mixed >> 31)
}

impl Front {
    pub fn new(rank_by: RankBy, limit: usize) -> Self {
        Self {
            key: key_of(rank_by),
            limit,
            ranked: Vec::new(),
            unbeaten: Vec::new(),
            cut: false,
            pairs: PairFronts::new(),
            sample: BTreeMap::new(),
        }
    }

    /// In order of the ranking, equals in the order of the document.
    fn order(&self, a: &Candidate, b: &Candidate) -> Ordering {
        a.keys()[self.key].total_cmp(&b.keys()[self.key]).then(a.number.cmp(&b.number))
    }

    /// Takes a combination in where it is good enough.
    pub fn take(&mut self, candidate: Candidate) {
        let place = self.ranked.partition_point(|known| self.order(known, &candidate).is_lt());
        if place < self.limit {
            self.ranked.insert(place, candidate.clone());
            self.ranked.truncate(self.limit);
        }
        self.take_sample(lot(candidate.number), &candidate);
        self.pairs.take(&candidate);
        self.take_unbeaten(candidate);
    }

    fn take_sample(&mut self, lot: u64, candidate: &Candidate) {
        let full = self.sample.len() >= SAMPLED;
        if full && self.sample.last_key_value().is_some_and(|(largest, _)| lot > *largest) {
            return;
        }
        self.sample.insert(lot, candidate.clone());
        if full {
            self.sample.pop_last();
        }
    }

    fn take_unbeaten(&mut self, candidate: Candidate) {
        if self.unbeaten.iter().any(|known| known.beats(&candidate)) {
            return;
        }
        // Of equals the first of the document stays.
        if let Some(twin) = self.unbeaten.iter_mut().find(|known| known.keys() == candidate.keys()) {
            if candidate.number < twin.number {
                *twin = candidate;
            }
            return;
        }
        self.unbeaten.retain(|known| !candidate.beats(known));
        if self.unbeaten.len() < MOST_UNBEATEN {
            self.unbeaten.push(candidate);
        } else {
            self.cut = true;
        }
    }

    /// Takes in what another has.
    pub fn merge(&mut self, other: Self) {
        self.cut |= other.cut;
        self.pairs.merge(other.pairs);
        for (lot, candidate) in &other.sample {
            self.take_sample(*lot, candidate);
        }
        for candidate in other.ranked {
            let place = self.ranked.partition_point(|known| self.order(known, &candidate).is_lt());
            if place < self.limit {
                self.ranked.insert(place, candidate);
                self.ranked.truncate(self.limit);
            }
        }
        for candidate in other.unbeaten {
            self.take_unbeaten(candidate);
        }
    }

    /// Everything kept, each list in its order.
    pub fn into_kept(mut self) -> Kept {
        let mut unbeaten = std::mem::take(&mut self.unbeaten);
        unbeaten.sort_by(|a, b| self.order(a, b));
        let mut sample: Vec<Candidate> = self.sample.into_values().collect();
        sample.sort_by_key(|candidate| candidate.number);
        let (fronts, leading) = self.pairs.into_parts();
        Kept { ranked: self.ranked, unbeaten, cut: self.cut, sample, fronts, leading }
    }
}

/// What is kept of all that do the job.
pub(super) struct Kept {
    /// In order of the ranking.
    pub ranked: Vec<Candidate>,
    /// Those nothing beats in all four, in order of the ranking.
    pub unbeaten: Vec<Candidate>,
    /// Whether those were cut.
    pub cut: bool,
    /// In the order of the document.
    pub sample: Vec<Candidate>,
    /// Of each two measures.
    pub fronts: Vec<PairFront>,
    /// Those that stand on one of the fronts, in the order of the document.
    pub leading: Vec<Candidate>,
}
