//! A supply that drops idle connections, answers late, twice, in halves, with noise, refuses, or never answers; and scripts of
//! what people do with it. Whatever comes, after off the output is off at the supply, or it is told that it may be on.

use std::sync::atomic::{AtomicBool, Ordering};

use super::*;
use crate::instruments::sweep::{Sweep, SweepState};
use rand::{RngExt, SeedableRng};
use rand_chacha::ChaCha8Rng;
use tokio::io::{AsyncBufReadExt, AsyncWriteExt, BufReader};
use tokio::net::{TcpListener, TcpStream};

/// How it behaves.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Manner {
    Fair,
    /// Hangs up after every exchange, without a word.
    DropsIdle,
    /// Answers long after it was asked.
    Late,
    /// Every answer twice, the second a little later.
    Twice,
    /// Each answer in two pieces.
    Halves,
    /// Half an answer, then it hangs up.
    CutOff,
    /// Lines that nobody asked for.
    Noise,
    /// Understands nothing but the output.
    Refuses,
    /// Does as told and never answers.
    Mute,
    /// Neither does as told nor answers.
    Dead,
    /// Hangs up at once.
    Gone,
}

const MANNERS: [Manner; 11] = [
    Manner::Fair,
    Manner::DropsIdle,
    Manner::Late,
    Manner::Twice,
    Manner::Halves,
    Manner::CutOff,
    Manner::Noise,
    Manner::Refuses,
    Manner::Mute,
    Manner::Dead,
    Manner::Gone,
];

struct Hostile {
    manner: Mutex<Manner>,
    on: AtomicBool,
}

impl Hostile {
    fn manner(&self) -> Manner {
        *self.manner.lock().unwrap()
    }

    fn turn(&self, manner: Manner) {
        *self.manner.lock().unwrap() = manner;
    }

    fn is_on(&self) -> bool {
        self.on.load(Ordering::SeqCst)
    }

    /// A supply that hides behind a port.
    async fn listen() -> (Arc<Self>, SocketAddr) {
        let hostile = Arc::new(Self { manner: Mutex::new(Manner::Fair), on: AtomicBool::new(false) });
        let listener = TcpListener::bind("127.0.0.1:0").await.unwrap();
        let address = listener.local_addr().unwrap();
        let own = Arc::clone(&hostile);
        tokio::spawn(async move {
            while let Ok((socket, _)) = listener.accept().await {
                if own.manner() != Manner::Gone {
                    tokio::spawn(Arc::clone(&own).speak(socket));
                }
            }
        });
        (hostile, address)
    }

    async fn speak(self: Arc<Self>, socket: TcpStream) {
        let (read, mut write) = socket.into_split();
        let mut lines = BufReader::new(read).lines();
        let mut refused = false;
        while let Ok(Some(line)) = lines.next_line().await {
            let manner = self.manner();
            if manner == Manner::Dead {
                continue;
            }
            let answer = match line.trim() {
                "OUTP ON" => {
                    self.on.store(true, Ordering::SeqCst);
                    None
                }
                "OUTP OFF" => {
                    self.on.store(false, Ordering::SeqCst);
                    None
                }
                "*IDN?" => Some("SHED,BENCH SUPPLY,7,1"),
                "OUTP?" => Some(if self.is_on() { "1" } else { "0" }),
                "SYST:ERR?" if refused => {
                    refused = false;
                    Some("-113,\"Undefined header\"")
                }
                "SYST:ERR?" => Some("+0,\"No error\""),
                _ if manner == Manner::Refuses => {
                    refused = true;
                    None
                }
                "MEAS:VOLT?" | "VOLT?" => Some("1.5"),
                "MEAS:CURR?" | "CURR?" => Some("1.18E-01"),
                "STAT:QUES:COND?" => Some("0"),
                _ => None,
            };
            if manner == Manner::Noise {
                write.write_all(b"9.99\n").await.ok();
            }
            let Some(answer) = answer else { continue };
            let (first, second) = answer.split_at(1);
            let told = match manner {
                Manner::Mute => Ok(()),
                Manner::Late => {
                    tokio::time::sleep(Duration::from_millis(400)).await;
                    write.write_all(format!("{answer}\n").as_bytes()).await
                }
                Manner::Twice => {
                    write.write_all(format!("{answer}\n").as_bytes()).await.ok();
                    tokio::time::sleep(Duration::from_millis(3)).await;
                    write.write_all(format!("{answer}\n").as_bytes()).await
                }
                Manner::Halves => {
                    write.write_all(first.as_bytes()).await.ok();
                    tokio::time::sleep(Duration::from_millis(5)).await;
                    write.write_all(format!("{second}\n").as_bytes()).await
                }
                Manner::CutOff => {
                    write.write_all(first.as_bytes()).await.ok();
                    return;
                }
                _ => write.write_all(format!("{answer}\n").as_bytes()).await,
            };
            if told.is_err() || manner == Manner::DropsIdle && line.trim() == "SYST:ERR?" {
                return;
            }
        }
    }
}

async fn in_use() -> (InstrumentRegistry, Arc<Hostile>, SocketAddr) {
    let hub = InstrumentRegistry::new(CancellationToken::new());
    let (hostile, address) = Hostile::listen().await;
    hub.take(Role::Supply, address).await.unwrap();
    (hub, hostile, address)
}

fn told_that_it_may_be_on(hub: &InstrumentRegistry) -> bool {
    hub.supply().is_some_and(|supply| supply.may_be_on()) || !hub.left_on().is_empty()
}

#[tokio::test]
async fn stop_is_not_lost_where_the_supply_has_dropped_an_idle_connection() {
    let (hub, hostile, _) = in_use().await;
    hub.switch_on(5.0, 1.0).await.unwrap();
    hostile.turn(Manner::DropsIdle);
    assert_eq!(hub.supply().unwrap().look().await.on, Some(true));
    tokio::time::sleep(Duration::from_millis(30)).await;
    hub.stop().await.unwrap();
    assert!(!hostile.is_on());
    assert_eq!(hub.supply().unwrap().now().on, Some(false));
}

#[tokio::test]
async fn off_needs_nothing_else_to_be_right() {
    let (hub, hostile, _) = in_use().await;
    hub.switch_on(5.0, 1.0).await.unwrap();
    hostile.turn(Manner::Refuses);
    hub.stop().await.unwrap();
    assert!(!hostile.is_on());
}

#[tokio::test]
async fn what_is_not_confirmed_is_told_and_tried_until_it_is() {
    let (hub, hostile, _) = in_use().await;
    hub.switch_on(5.0, 1.0).await.unwrap();
    hostile.turn(Manner::Dead);
    let said = hub.stop().await.unwrap_err().to_string();
    assert!(said.contains("may be ON: switch it off at the supply"), "{said}");
    let now = hub.supply().unwrap().now();
    assert_eq!((now.on, now.may_be_on), (None, true));
    assert!(hostile.is_on());
    hostile.turn(Manner::Fair);
    let supply = hub.supply().unwrap();
    for _ in 0..200 {
        if !supply.may_be_on() {
            break;
        }
        tokio::time::sleep(Duration::from_millis(25)).await;
    }
    assert!(!hostile.is_on() && !supply.may_be_on());
}

#[tokio::test]
async fn stop_does_not_wait_for_an_instrument_that_is_silent() {
    let (hub, hostile, _) = in_use().await;
    // A tachometer that never answers.
    let silent = TcpListener::bind("127.0.0.1:0").await.unwrap();
    let there = silent.local_addr().unwrap();
    let place = Place::new(Role::Tachometer, there, "silent".to_owned(), false, false, SocketInstrument::at(there));
    hub.with(|places| places.insert(Role::Tachometer, place));
    assert!(hub.begin(Sweep { from_v: 1.0, to_v: 2.0, steps: 3, limit_a: 1.0, settle_s: 0.05 }));
    while !hostile.is_on() {
        tokio::time::sleep(Duration::from_millis(5)).await;
    }
    tokio::time::sleep(Duration::from_millis(150)).await;
    let (pressed, own) = (std::time::Instant::now(), hub.clone());
    let stopping = tokio::spawn(async move { own.stop().await });
    while hostile.is_on() {
        tokio::time::sleep(Duration::from_millis(1)).await;
    }
    let took = pressed.elapsed();
    assert!(took < Duration::from_millis(300), "{took:?}");
    stopping.await.unwrap().unwrap();
    hub.progress().wait_for(|now| now.state == SweepState::Stopped).await.unwrap();
}

#[tokio::test]
async fn answers_belong_to_their_question() {
    let (hub, hostile, _) = in_use().await;
    let supply = hub.supply().unwrap();
    let read = async || {
        let mut readings = Readings::default();
        read_supply(&supply, &supply.until_stop(), &mut readings).await.map(|()| readings)
    };
    for manner in MANNERS {
        for round in 0..6 {
            hostile.turn(manner);
            if manner == Manner::Mute || manner == Manner::Dead {
                // A question is given up half way; its answer comes when another is asked.
                let _ = tokio::time::timeout(Duration::from_millis(30), read()).await;
                hostile.turn(Manner::Fair);
            }
            match read().await {
                Ok(now) => {
                    assert_eq!((now.voltage_v, now.current_a), (Some(1.5), Some(0.118)), "{manner:?} {round}");
                }
                Err(error) => assert!(manner != Manner::Fair && manner != Manner::Halves, "{manner:?}: {error}"),
            }
        }
    }
}

/// What people do, in any order.
async fn script(seed: u64) {
    let mut lot = ChaCha8Rng::seed_from_u64(seed);
    let (hub, hostile, address) = in_use().await;
    let mut story = Vec::new();
    for _ in 0..lot.random_range(2..5) {
        let manner = MANNERS[lot.random_range(0..MANNERS.len())];
        hostile.turn(if lot.random_bool(0.4) { Manner::Fair } else { manner });
        let done = lot.random_range(0..8);
        story.push((hostile.manner(), done));
        let (own, hurry) = (hub.clone(), Duration::from_millis(lot.random_range(0..60)));
        match done {
            0 | 1 => drop(hub.switch_on(5.0, 1.0).await),
            // Whoever asked hangs up in between.
            2 => drop(tokio::time::timeout(hurry, hub.switch_on(5.0, 1.0)).await),
            3 => {
                hub.begin(Sweep { from_v: 1.0, to_v: 3.0, steps: 3, limit_a: 1.0, settle_s: 0.02 });
                tokio::time::sleep(hurry).await;
            }
            // Stop while something is on its way.
            4 => {
                let on = tokio::spawn(async move { own.switch_on(5.0, 1.0).await });
                tokio::time::sleep(hurry).await;
                let _ = hub.stop().await;
                let _ = on.await;
            }
            5 => drop(hub.stop().await),
            6 => {
                hub.leave(Role::Supply).await;
                assert!(!hostile.is_on() || told_that_it_may_be_on(&hub), "{seed} left: {story:?}");
                let _ = hub.take(Role::Supply, address).await;
            }
            _ => drop(hub.read(&[ReadingWanted::Voltage]).await),
        }
        let off_was_last = matches!(done, 4 | 5) && !hub.sweeps();
        if off_was_last || !hub.sweeps() {
            assert!(!hostile.is_on() || told_that_it_may_be_on(&hub), "{seed}: {story:?}");
        }
    }
    hub.close().await;
    assert!(!hostile.is_on() || told_that_it_may_be_on(&hub), "{seed} closed: {story:?}");
    tokio::time::sleep(Duration::from_millis(200)).await;
    assert!(!hostile.is_on() || told_that_it_may_be_on(&hub), "{seed} after it: {story:?}");
}

#[tokio::test(flavor = "multi_thread", worker_threads = 2)]
async fn five_hundred_scripts_end_with_the_output_off_or_told() {
    let mut scripts = tokio::task::JoinSet::new();
    for seed in 0..500 {
        scripts.spawn(script(seed));
    }
    while let Some(done) = scripts.join_next().await {
        done.unwrap();
    }
}
