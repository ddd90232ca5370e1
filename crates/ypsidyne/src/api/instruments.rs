//! Instruments of the bench: taken into use, read, swept, stopped.

use std::convert::Infallible;
use std::net::SocketAddr;
use std::time::Duration;

use axum::extract::{Path, State};
use axum::http::StatusCode;
use axum::response::sse::{Event, KeepAlive, Sse};
use serde::{Deserialize, Serialize};
use tokio_stream::Stream;
use ypsidyne_core::document::Problem;
use ypsidyne_store::instruments;

use super::answer::Json;
use super::json::JsonBody;
use super::problem::ApiError;
use super::{App, Operation, Route};
use crate::instruments::error::InstrumentError;
use crate::instruments::readings::{ReadingWanted, Readings};
use crate::instruments::registry::InUse;
use crate::instruments::role::Role;
use crate::instruments::supply::SupplyNow;
use crate::instruments::sweep::{Sweep, SweepProgress, SweepState};

pub(super) fn routes() -> Vec<Route> {
    vec![
        Route::at("/api/instruments").get(list, Operation::new::<Vec<InUse>>("instruments", "The instruments in use.")),
        Route::at("/api/instruments/use/{role}")
            .put(
                take,
                Operation::new::<InUse>("useInstrument", "Take an instrument into use.")
                    .path("role", "string")
                    .body::<TakeRequest>(),
            )
            .delete(leave, Operation::empty("leaveInstrument", "Let an instrument go.").path("role", "string")),
        Route::at("/api/instruments/read").post(
            read,
            Operation::new::<Readings>("readInstruments", "One reading of what is wanted.").body::<ReadRequest>(),
        ),
        Route::at("/api/instruments/supply")
            .get(
                look_at_supply,
                Operation::new::<SupplyReply>("supply", "What the supply says of itself, read now."),
            )
            .put(
                set_supply,
                Operation::new::<SupplyReply>(
                    "setSupply",
                    "Set voltage, current limit and output of the supply. Off goes first, alone, whatever else is asked.",
                )
                .body::<SupplyRequest>(),
            ),
        Route::at("/api/instruments/supply/events").get(
            supply_events,
            Operation::events::<SupplyReply>(
                "supplyEvents",
                "Server-sent events: what the supply says of itself, four times a second.",
            ),
        ),
        Route::at("/api/instruments/sweep")
            .get(sweep, Operation::new::<SweepProgress>("sweep", "The sweep as it stands."))
            .post(
                begin,
                Operation::new::<SweepProgress>("beginSweep", "Begin a sweep over voltages by itself.").body::<Sweep>(),
            ),
        Route::at("/api/instruments/sweep/events").get(
            events,
            Operation::events::<SweepProgress>(
                "sweepEvents",
                "Server-sent events: the sweep with every point, until it has ended.",
            ),
        ),
        Route::at("/api/instruments/stop")
            .post(stop, Operation::empty("stopBench", "Stop the sweep and switch the output off.")),
        Route::at("/api/instruments/simulated").post(
            simulated,
            Operation::empty("setSimulated", "Set the simulated bench: clamp, leads, rotor, faults.")
                .body::<SimulatedRequest>(),
        ),
    ]
}

/// Where an instrument listens.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct TakeRequest {
    /// Address and port, such as `127.0.0.1:5025`.
    address: String,
    /// Said by a person: this address beyond this machine is the instrument meant.
    #[serde(default)]
    confirmed: bool,
}

/// What to read.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct ReadRequest {
    /// Quantities.
    wanted: Vec<ReadingWanted>,
}

/// How the supply is set.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields)]
struct SupplyRequest {
    /// Voltage, V; needed to switch on.
    #[serde(default)]
    voltage_v: Option<f64>,
    /// Current limit, A; needed to switch on.
    #[serde(default)]
    limit_a: Option<f64>,
    /// Whether the output is on.
    on: bool,
}

/// The supply as it says it is.
#[derive(Debug, Clone, PartialEq, Serialize, schemars::JsonSchema)]
struct SupplyReply {
    /// The supply in use; null where none is.
    supply: Option<SupplyNow>,
    /// Addresses of supplies that were let go and have not said that they are off.
    left_on: Vec<String>,
}

/// The live figures come this often,
const LIVE_EVERY: Duration = Duration::from_millis(250);
/// and everybody who looks within this time sees the same reading.
const SHARED_FOR: Duration = Duration::from_millis(200);

/// How the simulated bench is set; what is left out stays.
#[derive(Debug, Deserialize, schemars::JsonSchema)]
#[serde(deny_unknown_fields, default)]
#[derive(Default)]
struct SimulatedRequest {
    /// The shaft is clamped.
    locked: Option<bool>,
    /// The meter's leads are held together.
    leads_shorted: Option<bool>,
    /// Turn the rotor by so many degrees.
    turn_deg: Option<f64>,
    /// Words of the name of a motor of the stock, put onto the bench.
    motor: Option<String>,
    /// Name of a fault: brush, turn, magnet, sensor, slow, dead.
    fault: Option<String>,
    /// Whether the fault is on.
    fault_on: Option<bool>,
}

fn role_of(word: String) -> Result<Role, ApiError> {
    serde_json::from_value(serde_json::Value::String(word.clone())).map_err(|_| ApiError::Parameter {
        name: "role",
        came: word,
        needed: "one of supply, meter, tachometer, thermometer",
    })
}

fn refused(pointer: &str, detail: String) -> ApiError {
    ApiError::Document(vec![Problem { pointer: pointer.to_owned(), detail }])
}

async fn list(State(app): State<App>) -> Json<Vec<InUse>> {
    Json(app.instruments.list())
}

async fn take(State(app): State<App>, Path(role): Path<String>, body: JsonBody) -> Result<Json<InUse>, ApiError> {
    let (role, asked) = (role_of(role)?, body.read::<TakeRequest>().await?);
    let address: SocketAddr = asked.address.parse().map_err(|_| {
        refused(
            "/address",
            format!("{:?} came, an address with a port such as 127.0.0.1:5025 is needed", asked.address),
        )
    })?;
    if !address.ip().is_loopback() && !asked.confirmed {
        return Err(refused(
            "/confirmed",
            format!("{address} is not this machine: confirm that this is the instrument that may be spoken to"),
        ));
    }
    let taken = seen_through({
        let app = app.clone();
        async move { app.instruments.take(role, address).await }
    });
    let taken = taken.await;
    // What was let go before it was refused is not in use any more either.
    keep_in_mind(&app).await?;
    taken.map(Json)
}

async fn leave(State(app): State<App>, Path(role): Path<String>) -> Result<StatusCode, ApiError> {
    let role = role_of(role)?;
    seen_through({
        let app = app.clone();
        async move {
            app.instruments.leave(role).await;
            Ok(())
        }
    })
    .await?;
    keep_in_mind(&app).await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Keeps which instruments are in use: a program that is cut off finds them again.
async fn keep_in_mind(app: &App) -> Result<(), ApiError> {
    let said = serde_json::to_string(&app.instruments.memory(false)).map_err(|_| ApiError::Internal)?;
    app.store(move |connection| instruments::keep(connection, &said)).await
}

async fn read(State(app): State<App>, body: JsonBody) -> Result<Json<Readings>, ApiError> {
    let asked: ReadRequest = body.read().await?;
    let instruments = app.instruments.clone();
    seen_through(async move { instruments.read(&asked.wanted).await }).await.map(Json)
}

/// What is begun at an instrument goes on to its end, also where whoever asked for it hangs up. A fault of the program is told
/// as such: it says nothing of the output.
async fn seen_through<T: Send + 'static>(
    work: impl Future<Output = Result<T, InstrumentError>> + Send + 'static,
) -> Result<T, ApiError> {
    Ok(tokio::spawn(work).await.map_err(|_| ApiError::Internal)??)
}

/// What the supply says of itself. It is read to its end also where whoever asked hangs up: a connection on which an exchange
/// was cut off is given up, and a supply that nobody watches any more goes off.
async fn supply_now(app: &App, age: Duration) -> SupplyReply {
    let supply = match app.instruments.supply() {
        Some(supply) => {
            let looking = supply.clone();
            let looked = tokio::spawn(async move { looking.look_within(age).await }).await;
            Some(looked.unwrap_or_else(|_| supply.now()))
        }
        None => None,
    };
    SupplyReply { supply, left_on: app.instruments.left_on() }
}

async fn look_at_supply(State(app): State<App>) -> Json<SupplyReply> {
    Json(supply_now(&app, Duration::ZERO).await)
}

async fn set_supply(State(app): State<App>, body: JsonBody) -> Result<Json<SupplyReply>, ApiError> {
    // Off goes before anything that can fail, and needs nothing that is right beside it.
    let off = body.by(|body| Ok(body.asks_for("on", &serde_json::Value::Bool(false)))).await?;
    if off {
        let instruments = app.instruments.clone();
        seen_through(async move { instruments.stop().await }).await?;
    }
    let asked: SupplyRequest = body.read().await?;
    if asked.on {
        let (volts, amps) = (asked.voltage_v.unwrap_or(f64::NAN), asked.limit_a.unwrap_or(f64::NAN));
        refuse_out_of_range([("/voltage_v", volts, 0.0, 60.0), ("/limit_a", amps, 0.0, 30.0)])?;
        let instruments = app.instruments.clone();
        seen_through(async move { instruments.switch_on(volts, amps).await }).await?;
    }
    Ok(Json(SupplyReply {
        supply: app.instruments.supply().map(|supply| supply.now()),
        left_on: app.instruments.left_on(),
    }))
}

async fn supply_events(State(app): State<App>) -> Sse<impl Stream<Item = Result<Event, Infallible>>> {
    let (sender, receiver) = tokio::sync::mpsc::channel(1);
    tokio::spawn(async move {
        loop {
            // While off is being said nothing is read, and what is known of it is that it may be on.
            let looking = async { tokio::join!(supply_now(&app, SHARED_FOR), tokio::time::sleep(LIVE_EVERY)).0 };
            let now = tokio::select! {
                now = looking => now,
                () = sender.closed() => break,
                () = app.closing.cancelled() => break,
            };
            let Ok(event) = Event::default().json_data(now) else { break };
            if sender.send(Ok(event)).await.is_err() {
                break;
            }
        }
    });
    Sse::new(tokio_stream::wrappers::ReceiverStream::new(receiver)).keep_alive(KeepAlive::default())
}

/// Every figure that is out of its range, by pointer.
fn refuse_out_of_range<const N: usize>(ranges: [(&str, f64, f64, f64); N]) -> Result<(), ApiError> {
    let problems: Vec<Problem> = ranges
        .into_iter()
        .filter(|(_, value, least, most)| !(*least..=*most).contains(value))
        .map(|(pointer, value, least, most)| Problem {
            pointer: pointer.to_owned(),
            detail: if value.is_nan() {
                format!("nothing came: a number from {least} to {most} is needed")
            } else {
                format!("{value} is out of range: {least} to {most} is possible")
            },
        })
        .collect();
    if problems.is_empty() { Ok(()) } else { Err(ApiError::Document(problems)) }
}

async fn sweep(State(app): State<App>) -> Json<SweepProgress> {
    Json(app.instruments.progress().borrow().clone())
}

async fn begin(State(app): State<App>, body: JsonBody) -> Result<Json<SweepProgress>, ApiError> {
    let sweep: Sweep = body.read().await?;
    refuse_out_of_range([
        ("/from_v", sweep.from_v, 0.0, 60.0),
        ("/to_v", sweep.to_v, 0.0, 60.0),
        ("/steps", f64::from(sweep.steps), 2.0, 50.0),
        ("/limit_a", sweep.limit_a, 0.01, 30.0),
        ("/settle_s", sweep.settle_s, 0.05, 60.0),
    ])?;
    if !app.instruments.begin(sweep) {
        return Err(refused("", "a sweep runs already: stop it first".to_owned()));
    }
    Ok(Json(app.instruments.progress().borrow().clone()))
}

async fn stop(State(app): State<App>) -> Result<StatusCode, ApiError> {
    let instruments = app.instruments.clone();
    seen_through(async move { instruments.stop().await }).await?;
    Ok(StatusCode::NO_CONTENT)
}

async fn events(State(app): State<App>) -> Sse<impl Stream<Item = Result<Event, Infallible>>> {
    let (sender, receiver) = tokio::sync::mpsc::channel(4);
    tokio::spawn(async move {
        let mut progress = app.instruments.progress();
        loop {
            let now = progress.borrow_and_update().clone();
            let over = now.state != SweepState::Running;
            let Ok(event) = Event::default().json_data(now) else { break };
            if sender.send(Ok(event)).await.is_err() || over {
                break;
            }
            tokio::select! {
                changed = progress.changed() => if changed.is_err() { break },
                () = app.closing.cancelled() => break,
            }
        }
    });
    Sse::new(tokio_stream::wrappers::ReceiverStream::new(receiver)).keep_alive(KeepAlive::default())
}

async fn simulated(State(app): State<App>, body: JsonBody) -> Result<StatusCode, ApiError> {
    let asked: SimulatedRequest = body.read().await?;
    let word = |on: bool| if on { "ON" } else { "OFF" };
    let known = ["brush", "turn", "magnet", "sensor", "slow", "dead"];
    let mut commands = Vec::new();
    if let Some(on) = asked.locked {
        commands.push((Role::Supply, format!("SIM:LOCK {}", word(on))));
    }
    if let Some(on) = asked.leads_shorted {
        commands.push((Role::Meter, format!("SIM:SHOR {}", word(on))));
    }
    if let Some(degrees) = asked.turn_deg {
        commands.push((Role::Meter, format!("SIM:TURN {degrees}")));
    }
    if let Some(words) = asked.motor.as_deref().map(str::trim).filter(|words| !words.is_empty()) {
        let words: String = words.chars().filter(|letter| !letter.is_control() && *letter != ';').collect();
        commands.push((Role::Supply, format!("SIM:MOT {words}")));
    }
    if let Some(fault) = &asked.fault {
        if !known.contains(&fault.as_str()) {
            return Err(refused("/fault", format!("{fault:?} came, one of {} is needed", known.join(", "))));
        }
        commands.push((Role::Supply, format!("SIM:FAUL {fault},{}", word(asked.fault_on.unwrap_or(true)))));
    }
    for (role, command) in commands {
        // Only what is simulated is told such things.
        if app.instruments.is_simulated(role) {
            app.instruments.tell(role, &command).await?;
        }
    }
    Ok(StatusCode::NO_CONTENT)
}
