//! The shelf: its documents, its tables in and out, its stock.

use proptest::prelude::*;
use rstest::rstest;
use serde_json::{Value, json};
use ypsidyne_core::shelf::columns::{ColumnChoice, ColumnChoices, fields, guess};
use ypsidyne_core::shelf::csv_in::{Table, TableError, read, text_of};
use ypsidyne_core::shelf::csv_out::write;
use ypsidyne_core::shelf::stock::{PARTS, STOCK};
use ypsidyne_core::shelf::{PartKind, SHELF_FORMAT, ShelfPart, read_shelf};

fn table(text: &str, kind: Option<PartKind>) -> Table {
    read(text, kind, &ColumnChoices::new()).unwrap_or_else(|error| panic!("{error}"))
}

#[test]
fn the_stock_reads_whole_and_is_varied() {
    let read = read_shelf(STOCK).unwrap();
    for (place, part) in &read {
        assert!(part.is_ok(), "part {place}: {part:?}");
    }
    assert_eq!(PARTS.len(), read.len());
    assert!(PARTS.len() >= 120);
    let count = |wanted: &dyn Fn(&Value) -> bool| PARTS.iter().filter(|part| wanted(&part.document())).count();
    for kind in PartKind::ALL {
        assert!(count(&|part| part["part"] == kind.word()) >= 10, "{}", kind.word());
    }
    for chemistry in ["lipo", "li_ion", "lifepo4", "nimh", "lead_acid"] {
        assert!(count(&|part| part["chemistry"] == chemistry) >= 3, "{chemistry}");
    }
    for gearbox in ["worm", "planetary", "spur"] {
        assert!(count(&|part| part["gearbox"]["kind"] == gearbox) >= 2, "{gearbox}");
    }
    let largest = |key: &str| PARTS.iter().filter_map(|part| part.document()[key].as_f64()).fold(0.0, f64::max);
    assert!(largest("can_diameter_mm") >= 120.0 && largest("cells_series") >= 16.0);
    assert!(largest("motor_current_continuous_a") >= 300.0);
    assert!(count(&|part| part["channels"] == 2) >= 5);
    // Some have missing figures, as in life, and some are in the drawer.
    assert!(count(&|part| part["part"] == "motor" && part["no_load_current_a"].is_null()) >= 5);
    assert!(count(&|part| part["owned"] == true) >= 5);
}

#[test]
fn a_shelf_document_reads_back_equal() {
    let parts: Vec<Value> = PARTS.iter().map(ShelfPart::document).collect();
    let again = json!({ "format": SHELF_FORMAT, "parts": parts }).to_string();
    let read: Vec<ShelfPart> = read_shelf(&again).unwrap().into_iter().map(|(_, part)| part.unwrap()).collect();
    assert_eq!(read, *PARTS);
}

#[test]
fn a_table_of_the_whole_stock_reads_back_equal_but_for_provenance() {
    let written = write(PARTS.iter());
    let read = table(&written, None);
    assert_eq!(read.problems, []);
    assert_eq!(read.good.len(), PARTS.len());
    for (row, part) in read.good.iter().zip(PARTS.iter()) {
        let mut wanted = part.document();
        wanted.as_object_mut().unwrap().remove("provenance");
        assert_eq!(row.part.document(), ShelfPart::from_value(&wanted).unwrap().document());
    }
}

#[rstest]
#[case("kv_rpm_per_v", PartKind::Motor, Some("kv_rpm_per_v"), None)]
#[case("Kv", PartKind::Motor, Some("kv_rpm_per_v"), None)]
#[case("Kv [rpm/V]", PartKind::Motor, Some("kv_rpm_per_v"), Some("rpm/V"))]
#[case("Winding resistance (mohm)", PartKind::Motor, Some("resistance_ohm"), Some("mΩ"))]
#[case("weight_g", PartKind::Motor, Some("mass_kg"), Some("g"))]
#[case("Weight, lb", PartKind::Battery, Some("mass_kg"), Some("lb"))]
#[case("capacity_mah", PartKind::Battery, Some("capacity_ah"), Some("mAh"))]
#[case("Cells in series", PartKind::Battery, Some("cells_series"), None)]
#[case("Model", PartKind::Controller, Some("label"), None)]
#[case("gearbox.ratio", PartKind::Motor, Some("gearbox.ratio"), None)]
#[case("No-load amps", PartKind::Motor, Some("no_load_current_a"), None)]
#[case("Amps with nothing on it", PartKind::Motor, Some("no_load_current_a"), None)]
#[case("Amps held still", PartKind::Motor, Some("facts.stall_current_a"), None)]
#[case("Torque held still (kgf.cm)", PartKind::Motor, Some("facts.stall_torque_nm"), Some("kgf·cm"))]
#[case("Gearbox, 1 to", PartKind::Motor, Some("facts.gear_ratio"), None)]
#[case("Gear ratio", PartKind::Motor, Some("facts.gear_ratio"), None)]
#[case("Ohms", PartKind::Motor, Some("resistance_ohm"), None)]
#[case("hp", PartKind::Motor, Some("facts.rated_power_w"), Some("hp"))]
#[case("Most amps", PartKind::Motor, Some("facts.max_current_a"), None)]
#[case("or lithium cells", PartKind::Motor, Some("facts.cells"), None)]
#[case("cells", PartKind::Motor, Some("facts.cells"), None)]
#[case("cells", PartKind::Battery, Some("cells_series"), None)]
#[case("Size", PartKind::Motor, Some("facts.size_code"), None)]
#[case("What it is", PartKind::Motor, Some("facts.form"), None)]
#[case("Favourite colour", PartKind::Motor, None, None)]
#[case("", PartKind::Motor, None, None)]
fn headers_are_understood(
    #[case] header: &str,
    #[case] kind: PartKind,
    #[case] key: Option<&str>,
    #[case] unit: Option<&str>,
) {
    let choice = guess(header, kind);
    assert_eq!((choice.key.as_deref(), choice.unit.as_deref()), (key, unit));
}

#[test]
fn every_header_that_is_written_is_understood() {
    for kind in PartKind::ALL {
        for field in fields(*kind) {
            assert_eq!(guess(&field.key, *kind).key, Some(field.key.clone()));
        }
    }
}

#[test]
fn units_come_from_the_header_from_the_cell_or_by_choice() {
    let text = "name,kind,Kv,resistance (mΩ),weight_g,Height\nA,brushless,190,52,740,1\n\
                B,Brushless,\"1,200\",\"0,7 ohm\",0.5 lb,2 cm\n";
    let choice = ColumnChoice { key: Some("can_length_mm".to_owned()), unit: Some("in".to_owned()) };
    let choices = ColumnChoices::from([("Height".to_owned(), choice)]);
    let read = read(text, Some(PartKind::Motor), &choices).unwrap();
    assert_eq!(read.problems, []);
    let figures = |place: usize| {
        let document = read.good[place].part.document();
        ["resistance_ohm", "mass_kg", "can_length_mm"].map(|key| document[key].as_f64().unwrap())
    };
    assert_eq!(figures(0), [0.052, 0.74, 25.4]);
    assert_eq!(figures(1), [0.7, 0.226_796_185, 20.0]);
}

#[test]
fn every_bad_row_is_named_by_line_and_column_and_the_good_ones_are_read() {
    let text = "label,kind,Kv,resistance (mohm),weight (g)\n\
                fine,brushless,190,52,740\n\
                no number,brushless,fast,52,740\n\
                too fast,brushless,999999,52,740\n\
                wrong unit,brushless,190,52,740 V\n\
                wrong word,steam,190,52,740\n\
                short,brushless,190\n\
                ,brushless,190,52,740\n\
                \"two\nlines\",brushless,200,48,\n";
    let read = table(text, Some(PartKind::Motor));
    let good: Vec<(u64, &str)> = read.good.iter().map(|row| (row.line, row.part.label())).collect();
    assert_eq!(good, [(2, "fine"), (9, "two\nlines")]);
    let said: Vec<(u64, Option<&str>)> = read.problems.iter().map(|bad| (bad.line, bad.column.as_deref())).collect();
    assert_eq!(
        said,
        [(3, Some("Kv")), (4, Some("Kv")), (5, Some("weight (g)")), (6, Some("kind")), (7, None), (8, Some("label"))]
    );
    let details: Vec<&str> = read.problems.iter().map(|bad| bad.detail.as_str()).collect();
    assert!(details[0].contains("\"fast\" is no number"));
    assert!(details[1].contains("1 to 20000 is possible"), "{}", details[1]);
    assert!(details[2].contains("\"V\" is no unit here; kg, g, lb, oz would do"));
    assert!(details[3].contains("one of brushed, brushless, stepper is needed"));
    assert!(details[4].contains("3 cells came under 5 headers"));
    assert_eq!(read.bad_rows, 6);
    let document = read.good[0].part.document();
    assert_eq!((&document["resistance_ohm"], &document["mass_kg"]), (&json!(0.052), &json!(0.74)));
}

#[test]
fn semicolons_tabs_and_decimal_commas_are_read() {
    let german = "label;part;chemistry;cells;capacity (mAh);C\nPack;battery;Lithium polymer;6;5000;60\nTwo;battery;lipo;4;2200,5;25\n";
    let read = table(german, None);
    assert_eq!(read.problems, []);
    assert_eq!(read.good[1].part.document()["capacity_ah"], json!(2.2005));
    let tabs = "label\tdiameter (in)\towned\nw\t6.5\tyes\n";
    assert_eq!(table(tabs, Some(PartKind::Wheel)).good[0].part.document()["diameter_m"], json!(0.1651));
}

#[rstest]
#[case(b"label,diameter\nsm\xf8rre,1\n".to_vec(), TableError::Encoding { line: 2, byte: 18 })]
#[case(vec![0xFF, 0xFE, b'l', 0], TableError::Utf16)]
fn other_encodings_are_refused_with_the_place(#[case] bytes: Vec<u8>, #[case] wanted: TableError) {
    assert_eq!(text_of(&bytes), Err(wanted));
}

#[test]
fn a_byte_order_mark_does_no_harm() {
    assert_eq!(text_of(b"\xEF\xBB\xBFlabel\n").unwrap(), "label\n");
}

#[rstest]
#[case("label,diameter\n\"open,0.1\nnext,0.2\n", TableError::OpenQuote { line: 2 })]
#[case("", TableError::Empty)]
#[case("label,diameter\n", TableError::Empty)]
#[case("label,label\na,b\n", TableError::TwinHeaders { header: "label".to_owned() })]
#[case("name,model,diameter\na,b,1\n", TableError::TwinColumns {
    first: "name".to_owned(), second: "model".to_owned(), key: "label".to_owned() })]
fn files_that_cannot_be_read_say_why(#[case] text: &str, #[case] wanted: TableError) {
    assert_eq!(read(text, Some(PartKind::Wheel), &ColumnChoices::new()), Err(wanted));
}

#[test]
fn a_million_rows_are_refused_politely() {
    let mut text = String::from("label,diameter\n");
    text.push_str(&"a,0.1\n".repeat(1_000_000));
    let refused = read(&text, Some(PartKind::Wheel), &ColumnChoices::new()).unwrap_err();
    assert!(refused.to_string().contains("at most 25000 fit at once: split the file"), "{refused}");
}

#[test]
fn rows_of_unknown_kind_ask_what_they_are() {
    assert_eq!(read("label,size\na,1\n", None, &ColumnChoices::new()), Err(TableError::NoKind));
    let read = table("label,part,diameter\na,gizmo,0.1\nb,wheel,0.1\n", None);
    assert_eq!(read.good.len(), 1);
    assert!(read.problems[0].detail.contains("one of motor, controller, battery, gearing_stage, wheel"));
}

#[rstest]
#[case("=1+1")]
#[case("+cmd|' /C calc'!A0")]
#[case("-2+3")]
#[case("@SUM(A1)")]
#[case("'=already")]
#[case("''@twice")]
fn cells_that_would_run_as_formulas_are_made_harmless(#[case] label: &str) {
    let part = ShelfPart::from_value(&json!({ "part": "wheel", "label": label, "diameter_m": 0.1 })).unwrap();
    let written = write([&part].into_iter());
    let mut records = csv::Reader::from_reader(written.as_bytes());
    let cells: Vec<String> = records.records().next().unwrap().unwrap().iter().map(str::to_owned).collect();
    assert!(cells.iter().all(|cell| !cell.starts_with(['=', '+', '-', '@'])), "{cells:?}");
    assert_eq!(table(&written, None).good[0].part.label(), label, "and come back as they were");
}

proptest! {
    #[test]
    fn no_bytes_whatever_break_the_reader(bytes in proptest::collection::vec(any::<u8>(), 0..400)) {
        if let Ok(text) = text_of(&bytes) {
            let _ = read(text, Some(PartKind::Motor), &ColumnChoices::new());
        }
    }

    #[test]
    fn any_label_survives_a_table(label in "[^\\x00-\\x1f]{1,60}") {
        prop_assume!(!label.trim().is_empty() && label.trim() == label);
        let part = ShelfPart::from_value(&json!({ "part": "wheel", "label": label, "diameter_m": 0.25 })).unwrap();
        let read = table(&write([&part].into_iter()), None);
        prop_assert_eq!(&read.problems, &[]);
        prop_assert_eq!(read.good[0].part.label(), label);
    }
}

#[test]
fn a_table_of_what_sellers_tell_becomes_motors() {
    let text = "name,volts,rpm,stall current,ratio,size,watts\n\
                launcher can,11.1,\"35,000\",25 A,,130,\n\
                robot motor,12,381,,50,020,\n\
                hub,48,,,,,1600\n\
                a riddle,,,25,,,\n";
    let read = table(text, Some(PartKind::Motor));
    assert_eq!(read.good.len(), 3, "{:?}", read.problems);
    let can = read.good[0].part.document();
    assert!((can["resistance_ohm"].as_f64().unwrap() - 0.444).abs() < 0.02);
    assert_eq!(can["provenance"]["resistance_ohm"], "worked_out");
    assert_eq!(can["facts"]["stall_current_a"], 25.0);
    let robot = read.good[1].part.document();
    assert_eq!(
        (&robot["gearbox"]["ratio"], &robot["provenance"]["resistance_ohm"]),
        (&json!(50.0), &json!("estimated"))
    );
    assert_eq!(read.good[2].part.document()["rated_power_w"], 1600.0);
    assert!(read.problems[0].detail.contains("too little is known of it"), "{:?}", read.problems);
    assert_eq!(read.problems[0].line, 5);
}

/// Figures of a row that cannot all be right are told with their line; the row reads all the same.
#[test]
fn a_row_that_contradicts_itself_is_told() {
    let text = "name,kind,volts,rpm,stall amps,stall torque,Kv,ohms\n\
                fine,,12,12000,10,0.09 Nm,,\n\
                odd,,12,12000,10,0.9 Nm,,\n\
                listed and odd,brushed,12,12000,100,,1000,1.2\n";
    let read = table(text, Some(PartKind::Motor));
    assert_eq!(read.good.len(), 3, "{:?}", read.problems);
    assert_eq!(read.good[0].doubts, Vec::<String>::new());
    let doubt = &read.good[1].doubts[0];
    assert!(doubt.contains("does not go with the rest") && doubt.contains("0.0922 N·m would fit"), "{doubt}");
    assert_eq!((read.good[1].line, read.good[2].doubts.len()), (3, 1), "{:?}", read.good[2].doubts);
    assert_eq!(read.good[2].part.document()["resistance_ohm"], 1.2, "what is listed stays");
}

/// Every fact that is asked for beside a motor is a column by that very name.
#[test]
fn what_is_asked_in_the_panel_is_a_column_of_that_name() {
    for spec in ypsidyne_core::document::MotorFacts::FIELDS {
        let choice = guess(spec.label, PartKind::Motor);
        // Kv and turns are figures of the motor too, which say the same.
        let means = choice.key.unwrap_or_else(|| panic!("{} is no column", spec.label));
        assert!(means == format!("facts.{}", spec.key) || means == spec.key, "{}: {means}", spec.label);
    }
}

/// A ratio that is told stays, in whichever column it stands; horsepower comes in fractions; where a speed is told, the volts
/// are those of the speed.
#[test]
fn a_ratio_that_is_told_stays_and_horsepower_comes_in_fractions() {
    for head in ["gear ratio", "ratio", "Gearbox, 1 to", "gearbox.ratio"] {
        let read = table(&format!("name;volts;rpm;{head};ohms\nA;24;100;40;0,9\n"), Some(PartKind::Motor));
        let motor = read.good[0].part.document();
        assert_eq!(motor["gearbox"]["ratio"], 40.0, "{head}");
        assert_eq!(motor["provenance"]["kv_rpm_per_v"], "worked_out", "{head}");
        assert!((motor["kv_rpm_per_v"].as_f64().unwrap() / (100.0 * 40.0 / 24.0) - 1.0).abs() < 0.1, "{head}");
    }
    let named = table("name,volts,rpm,ratio\nWindow lift motor,12,85,62\nplain one,12,85,62\n", Some(PartKind::Motor));
    let kind = |place: usize| named.good[place].part.document()["gearbox"]["kind"].clone();
    assert_eq!((kind(0), kind(1)), (json!("worm"), json!("spur")));
    let read = table("name,hp,Voltage,rpm\nmill,1/4,90,4000\npress,1/2 hp,130,6700\n", Some(PartKind::Motor));
    assert_eq!(read.problems, []);
    let watts = |place: usize| read.good[place].part.document()["rated_power_w"].as_f64().unwrap();
    assert!((watts(0) - 186.4).abs() < 0.1 && (watts(1) - 372.8).abs() < 0.1, "{} {}", watts(0), watts(1));
    assert_eq!(read.good[0].part.document()["facts"]["voltage_v"], 90.0);
    let listed = table("name,Voltage,Kv,ohms\nouter,42,190,0.05\n", Some(PartKind::Motor));
    assert_eq!(listed.good[0].part.document()["max_voltage_v"], 42.0, "of a listed motor they are the most it stands");
}
