//! For each demo build the shelf holds something better than its options, by a ranking its maker could ask for.

use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::document::{Build, Search};
use ypsidyne_core::evaluation::{OptionEvaluation, evaluate};
use ypsidyne_core::library::demo;
use ypsidyne_core::variants::search::{Watch, find};
use ypsidyne_testkit::stock;

/// How good an option is by a ranking, the smaller the better.
fn key(result: &OptionEvaluation, rank: &str) -> f64 {
    let known = match rank {
        "price" => result.price,
        "mass" => Some(result.hardware_mass_kg),
        "runtime" => result.supply.runtime_min.map(|minutes| -minutes),
        _ => result.weakest().and_then(|check| check.utilisation),
    };
    known.unwrap_or(f64::INFINITY)
}

#[rstest]
#[case::a_lighter_cart("cart", "wheels", "mass", None)]
#[case::a_cart_that_runs_longer("cart", "wheels", "runtime", None)]
#[case::a_cheaper_mower("mower", "blade", "price", None)]
#[case::a_cheaper_launcher("launcher", "wheels", "price", None)]
#[case::a_launcher_with_more_margin("launcher", "wheels", "margin", None)]
#[case::a_board_that_runs_longer("dolly", "wheels", "runtime", Some(([14, 16], [40, 60])))]
fn the_shelf_holds_something_better(
    #[case] word: &str,
    #[case] drive: &str,
    #[case] rank: &str,
    #[case] teeth: Option<([u32; 2], [u32; 2])>,
) {
    let demo = demo::BUILDS.iter().find(|demo| demo.slug.contains(word)).expect("it is among the demos");
    let json: Value = serde_json::from_str(demo.json).expect("it reads");
    let mut vary = json!({ "motors": stock("motor"), "batteries": stock("battery") });
    let own = |list: &mut Value, part: &Value| list.as_array_mut().unwrap().insert(0, part.clone());
    let base = &json["options"][0];
    let parts = base["drives"].as_array().unwrap().iter().find(|one| one["drive"] == drive).unwrap();
    own(&mut vary["motors"], &parts["motor"]);
    own(&mut vary["batteries"], &base["battery"]);
    if let Some((driver, driven)) = teeth {
        vary["gearing"] = json!({ "stage": 0, "driver_teeth": driver, "driven_teeth": driven });
    }
    let search = json!({ "format": "ypsidyne.search/1", "job": json["job"], "drive": drive, "base": base,
        "vary": vary, "rank_by": rank, "limit": 1 });
    let found = find(&Search::from_value(&search).expect("it reads"), &Watch::default());
    let best = found.ranked.first().expect("something does the job");

    let build = Build::from_json(demo.json).unwrap();
    let holding = evaluate(&build)
        .options
        .into_iter()
        .filter(|option| option.verdict != ypsidyne_core::evaluation::checks::Verdict::Fail);
    let best_option = holding.map(|option| key(&option, rank)).fold(f64::INFINITY, f64::min);
    assert!(best_option.is_finite(), "one of the options does the job");
    let mut as_option = json.clone();
    let space = ypsidyne_core::variants::search::Space::new(&Search::from_value(&search).unwrap());
    let sheet = space.option(&Search::from_value(&search).unwrap(), best.number);
    as_option["options"] = json!([sheet]);
    as_option["chosen"] = Value::Null;
    // Judged anew as an option of the build, not by what the search said of it.
    let taken = evaluate(&Build::from_value(&as_option).unwrap()).options.remove(0);
    assert_ne!(taken.verdict, ypsidyne_core::evaluation::checks::Verdict::Fail);
    assert!(key(&taken, rank) < best_option, "{} against {best_option}", key(&taken, rank));
}
