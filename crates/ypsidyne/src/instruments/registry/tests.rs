//! The registry without a network: who is in use, and that the output ends off.

use super::*;
use crate::instruments::simulated::{self, SimulatedBench};
use crate::instruments::sweep::{Sweep, SweepState};

async fn bench() -> (InstrumentRegistry, SimulatedBench) {
    let hub = InstrumentRegistry::new(CancellationToken::new());
    let bench = SimulatedBench::new(simulated::motor(None).unwrap(), 7);
    hub.simulate(bench.listen([0; 4]).await.unwrap());
    (hub, bench)
}

#[tokio::test]
async fn a_fault_in_a_sweep_leaves_the_output_off() {
    let (hub, bench) = bench().await;
    let now = hub.switch_on(6.0, 1.0).await.unwrap();
    assert_eq!((now.on, now.set_v), (Some(true), Some(6.0)));
    assert!(bench.output_is_on());
    hub.see_through(async { panic!("a fault in the sweep") }).await;
    assert!(!bench.output_is_on());
    let now = hub.progress().borrow().clone();
    assert_eq!(now.state, SweepState::Failed);
    assert!(now.problem.unwrap().contains("the output is off"));
}

#[tokio::test]
async fn a_sweep_ends_with_the_program() {
    let (hub, bench) = bench().await;
    assert!(hub.begin(Sweep { from_v: 3.0, to_v: 9.0, steps: 50, limit_a: 2.0, settle_s: 1.0 }));
    tokio::time::sleep(Duration::from_millis(300)).await;
    assert!(bench.output_is_on());
    hub.close().await;
    assert!(!bench.output_is_on());
    hub.progress().wait_for(|now| now.state == SweepState::Stopped).await.unwrap();
}

#[tokio::test]
async fn a_supply_is_off_before_it_is_let_go_and_no_meter_is_a_supply() {
    let (hub, bench) = bench().await;
    hub.switch_on(6.0, 1.0).await.unwrap();
    let addresses: HashMap<Role, SocketAddr> =
        hub.list().into_iter().map(|one| (one.role, one.address.parse().unwrap())).collect();
    hub.leave(Role::Supply).await;
    assert!(!bench.output_is_on());
    assert!(hub.left_on().is_empty());

    let taken = hub.take(Role::Supply, addresses[&Role::Meter]).await;
    assert!(matches!(taken, Err(InstrumentError::Taken { what: "meter", .. })), "{taken:?}");
    hub.leave(Role::Meter).await;
    let unlike = hub.take(Role::Supply, addresses[&Role::Meter]).await;
    assert!(matches!(unlike, Err(InstrumentError::Unlike { .. })), "{unlike:?}");
    hub.take(Role::Supply, addresses[&Role::Supply]).await.unwrap();
    assert_eq!(hub.supply().unwrap().now().on, Some(false));
}
