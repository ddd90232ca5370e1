//! Wrong passphrases, counted by address: who guesses waits, and nobody else does.

use std::collections::HashMap;
use std::net::IpAddr;
use std::sync::{Mutex, PoisonError};
use std::time::{Duration, Instant};

/// So many wrong tries are free: people mistype.
const FREE: u32 = 5;
/// The first pause after them; each further wrong try doubles it.
const FIRST_PAUSE: Duration = Duration::from_secs(2);
/// Longest pause.
const LONGEST_PAUSE: Duration = Duration::from_secs(300);
/// After so long without a wrong try an address begins anew.
const FORGOTTEN_AFTER: Duration = Duration::from_secs(1800);
/// Most addresses that are counted; then the ones longest quiet are forgotten.
const MOST: usize = 4096;

/// Wrong tries of each address.
#[derive(Default)]
pub struct Tries(Mutex<HashMap<IpAddr, Wrong>>);

struct Wrong {
    count: u32,
    last: Instant,
}

impl Wrong {
    fn pause(&self) -> Duration {
        let beyond = self.count.saturating_sub(FREE);
        if beyond == 0 {
            return Duration::ZERO;
        }
        FIRST_PAUSE.saturating_mul(2u32.saturating_pow(beyond - 1)).min(LONGEST_PAUSE)
    }
}

/// Machines of one IPv6 network share its first half, which is all that a network cannot choose.
fn counted_as(address: IpAddr) -> IpAddr {
    match address.to_canonical() {
        IpAddr::V6(address) => {
            let [a, b, c, d, ..] = address.segments();
            IpAddr::from([a, b, c, d, 0, 0, 0, 0])
        }
        address => address,
    }
}

impl Tries {
    /// Counts a try before it is looked at, so that hanging up saves no time.
    ///
    /// # Errors
    /// How long the address has to wait.
    pub fn begin(&self, address: IpAddr, now: Instant) -> Result<(), Duration> {
        let mut all = self.0.lock().unwrap_or_else(PoisonError::into_inner);
        all.retain(|_, wrong| now.duration_since(wrong.last) < FORGOTTEN_AFTER);
        if all.len() >= MOST
            && let Some(oldest) = all.iter().min_by_key(|(_, wrong)| wrong.last).map(|(address, _)| *address)
        {
            all.remove(&oldest);
        }
        let wrong = all.entry(counted_as(address)).or_insert(Wrong { count: 0, last: now });
        let left = wrong.pause().saturating_sub(now.duration_since(wrong.last));
        if !left.is_zero() {
            return Err(left);
        }
        wrong.count = wrong.count.saturating_add(1);
        wrong.last = now;
        Ok(())
    }

    /// The try was right: the address has a clean slate.
    pub fn right(&self, address: IpAddr) {
        self.0.lock().unwrap_or_else(PoisonError::into_inner).remove(&counted_as(address));
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    const GUESSER: IpAddr = IpAddr::V4(std::net::Ipv4Addr::new(192, 0, 2, 7));
    const OWNER: IpAddr = IpAddr::V4(std::net::Ipv4Addr::new(192, 0, 2, 8));

    #[test]
    fn who_guesses_waits_ever_longer_and_nobody_else_does() {
        let (tries, start) = (Tries::default(), Instant::now());
        for _ in 0..=FREE {
            assert_eq!(tries.begin(GUESSER, start), Ok(()));
        }
        assert_eq!(tries.begin(GUESSER, start), Err(FIRST_PAUSE));
        assert_eq!(tries.begin(OWNER, start), Ok(()), "the owner is not locked out");
        let later = start + FIRST_PAUSE;
        assert_eq!(tries.begin(GUESSER, later), Ok(()));
        assert_eq!(tries.begin(GUESSER, later), Err(2 * FIRST_PAUSE));
    }

    #[test]
    fn a_day_of_guessing_gets_nowhere() {
        let (tries, start) = (Tries::default(), Instant::now());
        let guesses =
            (0..86_400u32).filter(|s| tries.begin(GUESSER, start + Duration::from_secs(u64::from(*s))).is_ok());
        assert!(guesses.count() < 320);
    }

    #[test]
    fn the_right_one_and_time_wipe_the_slate() {
        let (tries, start) = (Tries::default(), Instant::now());
        for _ in 0..=FREE {
            tries.begin(GUESSER, start).unwrap();
        }
        tries.right(GUESSER);
        assert_eq!(tries.begin(GUESSER, start), Ok(()));
        for _ in 0..=FREE {
            let _ = tries.begin(OWNER, start);
        }
        assert_eq!(tries.begin(OWNER, start + FORGOTTEN_AFTER), Ok(()));
    }
}
