//! The registry without a network: who is in use, and that the output ends off.

use super::*;
use crate::instruments::simulated::{self, SimulatedBench};

async fn bench() -> InstrumentRegistry {
    let hub = InstrumentRegistry::new(CancellationToken::new());
    let bench = SimulatedBench::new(simulated::motor(None).unwrap(), 7);
    hub.simulate(bench.listen([0; 4]).await.unwrap());
    hub
}

#[tokio::test]
async fn a_fault_in_a_sweep_leaves_the_output_off() {
    let hub = bench().await;
    hub.set_supply(6.0, 1.0, true).await.unwrap();
    let supply = hub.needed(Role::Supply).unwrap();
    assert!((supply.lock().await.number("OUTP?").await.unwrap() - 1.0).abs() < 0.1);
    let held = Arc::clone(&supply);
    hub.see_through(async move {
        let _held = held.lock().await;
        panic!("a fault in the sweep");
    })
    .await;
    assert!(supply.lock().await.number("OUTP?").await.unwrap().abs() < 0.1);
    let now = hub.progress().borrow().clone();
    assert_eq!(now.state, SweepState::Failed);
    assert!(now.problem.unwrap().contains("the output is off"));
}

#[tokio::test]
async fn a_sweep_ends_with_the_program() {
    let hub = bench().await;
    assert!(hub.begin(Sweep { from_v: 3.0, to_v: 9.0, steps: 50, limit_a: 2.0, settle_s: 1.0 }));
    tokio::time::sleep(Duration::from_millis(100)).await;
    hub.close().await;
    assert_eq!(hub.progress().borrow().state, SweepState::Stopped);
    let supply = hub.needed(Role::Supply).unwrap();
    assert!(supply.lock().await.number("OUTP?").await.unwrap().abs() < 0.1);
}
