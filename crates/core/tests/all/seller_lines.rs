//! Lines as people and sellers write them, and what must be understood of each. All figures are invented.

use serde_json::Value;
use ypsidyne_core::shelf::PartKind;
use ypsidyne_core::shelf::line::{LineReading, read_line};

/// A line, the kind it is read as, figures as `key=value`, and what must be left, apart by bars.
type Line = (&'static str, &'static str, &'static str, &'static str);

#[rustfmt::skip]
const LINES: &[Line] = &[
    // Packs.
    ("5S 5000 20C", "battery", "cells_series=5 capacity_ah=5 continuous_c=20 chemistry=lipo", ""),
    ("3S 2200 20C", "battery", "cells_series=3 capacity_ah=2.2 continuous_c=20", ""),
    ("3s 2200mah 20c lipo", "battery", "cells_series=3 capacity_ah=2.2 continuous_c=20 chemistry=lipo", ""),
    ("11.1V 2200mAh 25C/50C LiPo pack", "battery", "cells_series=3 capacity_ah=2.2 continuous_c=25 burst_c=50", ""),
    ("22.2 V 5 Ah 60C", "battery", "cells_series=6 capacity_ah=5 continuous_c=60", ""),
    ("36V 10S3P 7.5Ah Li-ion 20A BMS", "battery", "cells_series=10 capacity_ah=7.5 chemistry=li_ion bms_limit_a=20", ""),
    ("12V 7Ah AGM", "battery", "cells_series=6 capacity_ah=7 chemistry=lead_acid", ""),
    ("12 V 20 Ah battery", "battery", "cells_series=6 chemistry=lead_acid capacity_ah=20", ""),
    ("12.8V 10Ah LiFePO4", "battery", "cells_series=4 chemistry=lifepo4 capacity_ah=10", ""),
    ("7.2V 3000mAh NiMH", "battery", "cells_series=6 chemistry=nimh capacity_ah=3", ""),
    ("4S 1300mAh 100C 155g", "battery", "cells_series=4 capacity_ah=1.3 continuous_c=100 mass_kg=0.155", ""),
    ("6S 4000 mAh 30C-60C, 450 g, $39.90", "battery", "cells_series=6 capacity_ah=4 continuous_c=30 burst_c=60 mass_kg=0.45 price=39.9", ""),
    ("2s lipo 7.4v 850mah", "battery", "cells_series=2 capacity_ah=0.85 chemistry=lipo", ""),
    ("48V 13Ah lithium pack 30A continuous", "battery", "cells_series=13 capacity_ah=13 chemistry=li_ion continuous_c=2.308", ""),
    ("10S 42V 360Wh li-ion", "battery", "cells_series=10 capacity_ah=10 chemistry=li_ion", ""),
    ("5S 5000 20C 138x46x42mm", "battery", "cells_series=5 size_mm.length=138 size_mm.width=46 size_mm.height=42", ""),
    ("3S 5,000mAh 40C", "battery", "cells_series=3 capacity_ah=5 continuous_c=40", ""),
    ("3S 2,2Ah 20C", "battery", "cells_series=3 capacity_ah=2.2 continuous_c=20", ""),
    ("8S 16000mAh 15C burst 30C", "battery", "cells_series=8 capacity_ah=16 continuous_c=15 burst_c=30", ""),
    ("4S1P 5200mAh 50C red", "battery", "cells_series=4 capacity_ah=5.2 continuous_c=50", "red"),
    ("battery 24V 9Ah lead acid", "battery", "cells_series=12 capacity_ah=9 chemistry=lead_acid", ""),
    ("18650 pack 6S4P 10Ah 40A", "battery", "cells_series=6 capacity_ah=10 continuous_c=4 chemistry=li_ion", ""),
    ("lipo 6s 22000 25c 2.6kg", "battery", "cells_series=6 capacity_ah=22 continuous_c=25 mass_kg=2.6", ""),
    ("pouch cells 3S 1000mAh", "battery", "cells_series=3 capacity_ah=1 chemistry=lipo", ""),
    ("3 S 2200 mAh 20 C 12 mohm", "battery", "cells_series=3 capacity_ah=2.2 cell_resistance_ohm=0.012", ""),
    ("7S 2P 2600 10A", "battery", "cells_series=7 capacity_ah=2.6 continuous_c=3.846 chemistry=li_ion", ""),
    ("10S4P 10Ah", "battery", "cells_series=10 capacity_ah=10 continuous_c=3 chemistry=li_ion", ""),
    ("6S2P 10000 25C", "battery", "cells_series=6 capacity_ah=10 continuous_c=25 chemistry=lipo", ""),
    ("3S lipo 2200 30 A", "battery", "cells_series=3 capacity_ah=2.2 continuous_c=13.64 chemistry=lipo", ""),
    ("36V 20Ah battery", "battery", "cells_series=10 capacity_ah=20 chemistry=li_ion", ""),
    ("48 V 15 Ah", "battery", "cells_series=13 capacity_ah=15 chemistry=li_ion", ""),
    ("48V 20Ah lead acid", "battery", "cells_series=24 capacity_ah=20 chemistry=lead_acid", ""),
    ("20V 4Ah drill pack", "battery", "cells_series=5 capacity_ah=4 chemistry=li_ion", ""),
    ("tool battery 18V 5.0Ah", "battery", "cells_series=5 capacity_ah=5 chemistry=li_ion", ""),
    ("8x AA NiMH 2000mAh battery", "battery", "cells_series=8 capacity_ah=2 chemistry=nimh", ""),
    ("battery AA NiMH x10 2400mAh", "battery", "cells_series=10 capacity_ah=2.4 chemistry=nimh", ""),
    // Motors.
    ("1/10 brushless 3650 3900KV 60A 2-3S", "motor", "facts.size_code=3650 facts.kv_rpm_per_v=3900 facts.max_current_a=60 facts.form=inner", "1/10"),
    ("N20 motor 6V 200rpm 1:100", "motor", "facts.size_code=020 gearbox.ratio=100 facts.voltage_v=6 facts.speed_rpm=200 facts.gear_ratio=100", ""),
    ("TT motor 1:48 6V 250 rpm", "motor", "facts.size_code=130 facts.form=gear facts.gear_ratio=48", ""),
    ("12V gear motor 100 rpm no-load current: <=1.2A", "motor", "facts.no_load_current_a=1.2 facts.voltage_v=12 facts.speed_rpm=100", ""),
    ("no-load current ≤ 80 mA, 6 V, 200 rpm, 1:100", "motor", "facts.no_load_current_a=0.08 facts.voltage_v=6 facts.speed_rpm=200 facts.gear_ratio=100", ""),
    ("12V, no load 4500 rpm 0.25 A, stall 7.5 A", "motor", "facts.voltage_v=12 facts.speed_rpm=4500 facts.no_load_current_a=0.25 facts.stall_current_a=7.5", ""),
    ("1/4 hp 90V 4000 rpm", "motor", "facts.rated_power_w=186.4 facts.voltage_v=90 facts.speed_rpm=4000", ""),
    ("1 1/2 hp 130 V 6700 rpm", "motor", "facts.rated_power_w=1119 facts.voltage_v=130 facts.speed_rpm=6700", ""),
    ("6374 190kv poles: 14", "motor", "facts.size_code=6374 facts.kv_rpm_per_v=190 pole_pairs=7", ""),
    ("5065 270kv 7 pole pairs", "motor", "facts.size_code=5065 facts.kv_rpm_per_v=270 pole_pairs=7", ""),
    ("6355 190kv 12N14P", "motor", "facts.kv_rpm_per_v=190 pole_pairs=7", ""),
    ("24V rated speed 95 rpm, no-load speed 120 rpm", "motor", "facts.voltage_v=24 facts.speed_rpm=120", "rated speed 95 rpm"),
    ("24 V, rated speed 3000 rpm, 250 W", "motor", "facts.voltage_v=24 facts.speed_rpm=3000 facts.rated_power_w=250", ""),
    ("Voltage (V): 12; No-load speed (rpm): 300; No-load current (mA): 150; Stall current (A) 5", "motor", "facts.voltage_v=12 facts.speed_rpm=300 facts.no_load_current_a=0.15 facts.stall_current_a=5", ""),
    ("63x74 190kv 45A", "motor", "facts.size_code=63x74 facts.kv_rpm_per_v=190 facts.max_current_a=45 kind=brushless can_diameter_mm=63", ""),
    ("1:27 24V 120rpm", "motor", "facts.gear_ratio=27 facts.voltage_v=24 facts.speed_rpm=120 gearbox.ratio=27 kind=brushed", ""),
    ("27T 540", "motor", "facts.turns=27 facts.size_code=540 kind=brushed", ""),
    ("27 turn 540 can", "motor", "facts.turns=27 facts.size_code=540 kind=brushed", ""),
    ("27 turn 540 can on 2S in a 1.5 kg truck", "motor", "facts.turns=27 facts.size_code=540", "on 2s|in a 1.5 kg|truck"),
    ("12 V, 381 rpm, 1:50 micro gear motor, two of them, on 3S", "motor", "facts.voltage_v=12 facts.speed_rpm=381 facts.gear_ratio=50 facts.size_code=020 gearbox.ratio=50", "on 3s"),
    ("48 V 1600 W hub", "motor", "facts.voltage_v=48 facts.rated_power_w=1600 facts.form=hub rated_power_w=1600 kind=brushless", ""),
    ("130-size launcher can, 35,000 rpm at 11.1 V, stall 25 A", "motor", "facts.size_code=130 facts.speed_rpm=35000 facts.voltage_v=11.1 facts.stall_current_a=25 kind=brushed", "launcher"),
    ("24 V wheelchair motor, 120 rpm, 0.7 Ω", "motor", "facts.voltage_v=24 facts.speed_rpm=120 facts.resistance_ohm=0.7 facts.form=gear", ""),
    ("24V 250W 75rpm gear motor", "motor", "facts.voltage_v=24 facts.rated_power_w=250 facts.speed_rpm=75 facts.form=gear", ""),
    ("window lift motor 12V 85rpm", "motor", "facts.voltage_v=12 facts.speed_rpm=85 gearbox.kind=worm", ""),
    ("wiper motor 12 V 45 rpm 1.5A no load 14A stall", "motor", "facts.voltage_v=12 facts.speed_rpm=45 facts.no_load_current_a=1.5 facts.stall_current_a=14", ""),
    ("775 12V 12000 rpm, no load 1.6A", "motor", "facts.size_code=775 facts.voltage_v=12 facts.speed_rpm=12000 facts.no_load_current_a=1.6", ""),
    ("775 motor 12-24V 12000rpm", "motor", "facts.size_code=775 facts.voltage_v=24 facts.speed_rpm=12000", ""),
    ("3650 brushless 4600kv", "motor", "facts.size_code=3650 facts.kv_rpm_per_v=4600 facts.form=inner kind=brushless", ""),
    ("3650 sensored 13.5T", "motor", "facts.size_code=3650 facts.turns=13.5 sensor=hall kind=brushless", ""),
    ("6374 190 Kv 3200W max 80A", "motor", "facts.size_code=6374 facts.kv_rpm_per_v=190 facts.rated_power_w=3200 facts.max_current_a=80", ""),
    ("5065 270kv 8mm shaft 420g", "motor", "facts.size_code=5065 facts.kv_rpm_per_v=270 shaft_diameter_mm=8 facts.mass_kg=0.42", ""),
    ("Kv: 170, R = 0.05 ohm, 850 g", "motor", "facts.kv_rpm_per_v=170 facts.resistance_ohm=0.05 facts.mass_kg=0.85", ""),
    ("brushed 550 21T 7.2V", "motor", "facts.size_code=550 facts.turns=21 facts.voltage_v=7.2 facts.form=can", ""),
    ("hub motor 36v 350w 24 km/h", "motor", "facts.form=hub facts.voltage_v=36 facts.rated_power_w=350", "24 km"),
    ("12v 100rpm 1:100 stall torque 12 kg.cm stall current 2.3A", "motor", "facts.voltage_v=12 facts.speed_rpm=100 facts.gear_ratio=100 facts.stall_torque_nm=1.1768 facts.stall_current_a=2.3", ""),
    ("6V 210:1 micro metal gearmotor 1.6 A stall", "motor", "facts.voltage_v=6 facts.gear_ratio=210 facts.stall_current_a=1.6 facts.size_code=020", ""),
    ("gear motor 1:30 12V no-load speed 330 rpm stall 170 oz-in", "motor", "facts.gear_ratio=30 facts.voltage_v=12 facts.speed_rpm=330 facts.stall_torque_nm=1.2005", ""),
    ("0.5 hp 36 V 2750 rpm", "motor", "facts.rated_power_w=372.85 facts.voltage_v=36 facts.speed_rpm=2750", ""),
    ("1 kW 48V 3000 rpm brushless", "motor", "facts.rated_power_w=1000 facts.voltage_v=48 facts.speed_rpm=3000 kind=brushless", ""),
    ("outrunner 2212 920kv 2-4S", "motor", "facts.form=outer facts.size_code=2212 facts.kv_rpm_per_v=920 facts.cells=4", ""),
    ("inrunner 2040 4800 kv 4 poles", "motor", "facts.form=inner facts.kv_rpm_per_v=4800 pole_pairs=2", ""),
    ("180 can 7.4V 30krpm", "motor", "facts.size_code=180 facts.voltage_v=7.4 facts.speed_rpm=30000", ""),
    ("12V 3,000 rpm 0,25 A idle", "motor", "facts.voltage_v=12 facts.speed_rpm=3000 facts.no_load_current_a=0.25", ""),
    ("planetary gear motor 24V 1:19.2 290rpm", "motor", "facts.gear_ratio=19.2 facts.voltage_v=24 facts.speed_rpm=290 gearbox.kind=planetary facts.form=gear", ""),
    ("24 volt motor 2800 rpm 350 watts 18.7 amps", "motor", "facts.voltage_v=24 facts.speed_rpm=2800 facts.rated_power_w=350 facts.max_current_a=18.7", ""),
    ("4274 2000kv 4S 60A", "motor", "facts.size_code=4274 facts.kv_rpm_per_v=2000 facts.cells=4 facts.max_current_a=60", ""),
    ("8085 160kv 110 A 1.2 kg €95", "motor", "facts.size_code=8085 facts.kv_rpm_per_v=160 facts.max_current_a=110 facts.mass_kg=1.2 price=95", ""),
    ("locked rotor 20 A at 12V 5000 rpm", "motor", "facts.stall_current_a=20 facts.voltage_v=12 facts.speed_rpm=5000", ""),
    ("800 rpm/V 30 A", "motor", "facts.kv_rpm_per_v=800 facts.max_current_a=30", ""),
    ("geared hub 36V 250W", "motor", "facts.form=hub facts.voltage_v=36 facts.rated_power_w=250", "geared"),
    ("35 mohm 190kv", "motor", "facts.resistance_ohm=0.035 facts.kv_rpm_per_v=190", ""),
    ("540 35T brushed", "motor", "facts.size_code=540 facts.turns=35 facts.form=can", ""),
    ("380 can 6V 13500 rpm 0.8A no load", "motor", "facts.size_code=380 facts.voltage_v=6 facts.speed_rpm=13500 facts.no_load_current_a=0.8", ""),
    ("12V 60 N·cm stall, 200 rpm, geared", "motor", "facts.voltage_v=12 facts.stall_torque_nm=0.6 facts.speed_rpm=200 facts.form=gear", ""),
    ("stalled 12 A 24V", "motor", "facts.stall_current_a=12 facts.voltage_v=24", ""),
    ("48V 1500W 4000 RPM kart motor", "motor", "facts.voltage_v=48 facts.rated_power_w=1500 facts.speed_rpm=4000", "kart"),
    ("£12 130 motor 3V 9000 rpm", "motor", "price=12 facts.size_code=130 facts.voltage_v=3 facts.speed_rpm=9000", ""),
    ("blue one from the bin", "motor", "", "blue one from the bin"),
    ("36mm motor 45 mm long", "motor", "", "36mm motor 45 mm long"),
    // Controllers.
    ("60A ESC 2-4S brushless", "controller", "motor_current_continuous_a=60 min_voltage_v=6 max_voltage_v=16.8 kind=brushless", ""),
    ("120A controller 12S FOC", "controller", "motor_current_continuous_a=120 max_voltage_v=50.4 commutation=foc", ""),
    ("brushed controller 24V 30A peak 60A", "controller", "kind=brushed max_voltage_v=24 motor_current_continuous_a=30 motor_current_peak_a=60", ""),
    ("ESC 40A burst 60A BEC 5V 3A", "controller", "motor_current_continuous_a=40 motor_current_peak_a=60 bec.voltage_v=5 bec.current_a=3", ""),
    ("esc 30a/40a 2-3s 25 g", "controller", "motor_current_continuous_a=30 motor_current_peak_a=40 max_voltage_v=12.6 mass_kg=0.025", ""),
    ("motor controller 36-60V 50A battery 35A", "controller", "min_voltage_v=36 max_voltage_v=60 motor_current_continuous_a=50 battery_current_continuous_a=35", ""),
    ("dual channel controller 2 channels 25A 6-30V", "controller", "channels=2 motor_current_continuous_a=25 min_voltage_v=6 max_voltage_v=30", ""),
    ("brushed ESC with brake 20A", "controller", "kind=brushed can_brake=true motor_current_continuous_a=20", ""),
    ("speed control 100 amps 6S 5V/5A BEC", "controller", "motor_current_continuous_a=100 max_voltage_v=25.2 bec.voltage_v=5 bec.current_a=5", ""),
    ("H-bridge 43A 24V", "controller", "kind=brushed motor_current_continuous_a=43 max_voltage_v=24", ""),
    ("ESC 10A 2-3S 9g $8", "controller", "motor_current_continuous_a=10 mass_kg=0.009 price=8", ""),
    ("Dual 30A brushed controller 6-24V", "controller", "channels=2 motor_current_continuous_a=30 kind=brushed min_voltage_v=6 max_voltage_v=24", ""),
    ("2 x 25A 30V brushed esc", "controller", "channels=2 motor_current_continuous_a=25 kind=brushed max_voltage_v=30", ""),
    ("two-channel brushed controller 12 A 18 V", "controller", "channels=2 motor_current_continuous_a=12 kind=brushed max_voltage_v=18", ""),
    ("PWM speed controller 10-50V 60A", "controller", "min_voltage_v=10 max_voltage_v=50 motor_current_continuous_a=60 kind=brushed", ""),
    ("7.2V 45A brushed esc", "controller", "max_voltage_v=8.4 motor_current_continuous_a=45 kind=brushed", ""),
    ("24V 350W brushed controller 20A", "controller", "max_voltage_v=24 motor_current_continuous_a=20 kind=brushed", "350w"),
    ("foc controller 50A 60V max", "controller", "max_voltage_v=60 motor_current_continuous_a=50 commutation=foc", ""),
    ("sine wave controller 48V 25A", "controller", "commutation=foc max_voltage_v=54.6 motor_current_continuous_a=25", ""),
    // Stages and wheels.
    ("15T 36T HTD5M belt 15mm", "gearing_stage", "driver_teeth=15 driven_teeth=36 pitch_mm=5 width_mm=15 kind=belt", ""),
    ("pinion 15 spur 68 48 pitch", "gearing_stage", "driver_teeth=15 driven_teeth=68 diametral_pitch=48 kind=spur", ""),
    ("25H chain 11T 55T", "gearing_stage", "driver_teeth=11 driven_teeth=55 pitch_mm=6.35 kind=chain", ""),
    ("#35 chain 9T 54T", "gearing_stage", "driver_teeth=9 driven_teeth=54 pitch_mm=9.525 kind=chain", ""),
    ("10x2.125 tyre", "wheel", "diameter_m=0.254 width_mm=53.98", ""),
    ("200x50 wheel", "wheel", "diameter_m=0.2 width_mm=50", ""),
    ("15:36 HTD5 belt 15 mm wide", "gearing_stage", "driver_teeth=15 driven_teeth=36 pitch_mm=5 width_mm=15 kind=belt", ""),
    ("chain 9:65", "gearing_stage", "driver_teeth=9 driven_teeth=65 kind=chain", ""),
    ("pinion 12T/40T module 0.8", "gearing_stage", "driver_teeth=12 driven_teeth=40 module_mm=0.8 kind=spur", ""),
    ("wheel 90 mm 120g", "wheel", "diameter_m=0.09 mass_kg=0.12", ""),
    ("tyre 10 in", "wheel", "diameter_m=0.254", ""),
    ("8 inch wheel", "wheel", "diameter_m=0.2032", ""),
    ("belt 16 to 40", "gearing_stage", "driver_teeth=16 driven_teeth=40 kind=belt", ""),
    ("2 motors 12V 100W 2600rpm", "motor", "facts.voltage_v=12 facts.rated_power_w=100 facts.speed_rpm=2600", "2 motors"),
    ("motor 36V 1000W 3000RPM 35A chain sprocket", "gearing_stage", "kind=chain", "36v 1000w"),
    ("030 can 3V 0.04A free 1.1A stall", "motor", "facts.size_code=030 facts.voltage_v=3 facts.no_load_current_a=0.04 facts.stall_current_a=1.1", ""),
    ("worm gear motor 12V 40 rpm 6 Nm", "motor", "gearbox.kind=worm facts.voltage_v=12 facts.speed_rpm=40 facts.stall_torque_nm=6", ""),
    ("lfp 4s 100ah 1c", "battery", "chemistry=lifepo4 cells_series=4 capacity_ah=100 continuous_c=1", ""),
    ("ESC 8S 80A sensored", "controller", "max_voltage_v=33.6 motor_current_continuous_a=80", "sensored"),
    // Blocks.
    ("Gear motor\nRated voltage: DC 24V\nReduction ratio 1:31\nShaft diameter: 8mm D-shape\nWeight about 850g\nWaterproof", "motor", "facts.voltage_v=24 facts.gear_ratio=31 shaft_diameter_mm=8 facts.mass_kg=0.85", "d-shape|waterproof"),
    ("Rated voltage: 12 V\nNo load speed: 5500 rpm\nNo load current: 0.4 A\nStall current: 9 A\nWeight: 210 g", "motor", "facts.voltage_v=12 facts.speed_rpm=5500 facts.no_load_current_a=0.4 facts.stall_current_a=9 facts.mass_kg=0.21", ""),
    ("Voltage DC 24V; Output speed 60 rpm; Ratio 1:90; Stall torque: 5 N.m; Rated torque 1.2 Nm", "motor", "facts.voltage_v=24 facts.speed_rpm=60 facts.gear_ratio=90 facts.stall_torque_nm=5", "rated torque 1.2 nm"),
    ("KV=1400\nMax current: 22A\nCells: 2-3S\nShaft: 3.17 mm\nSize 28x30", "motor", "facts.kv_rpm_per_v=1400 facts.max_current_a=22 facts.cells=3 shaft_diameter_mm=3.17 facts.size_code=28x30", ""),
    ("Capacity: 6000mAh, Configuration 4S, Discharge rate 35C, Weight 540g", "battery", "capacity_ah=6 cells_series=4 continuous_c=35 mass_kg=0.54", ""),
];

fn value_at<'a>(part: &'a Value, key: &str) -> Option<&'a Value> {
    key.split('.').try_fold(part, |value, member| value.get(member))
}

fn problems_of(line: &Line) -> Vec<String> {
    let (text, kind, figures, left) = *line;
    let reading: LineReading = read_line(text, None, None);
    let mut problems = Vec::new();
    if reading.kind.word() != kind {
        problems.push(format!("kind {} instead of {kind}", reading.kind.word()));
    }
    for (key, wanted) in figures.split_whitespace().filter_map(|pair| pair.split_once('=')) {
        let value = value_at(&reading.part, key);
        let agrees = match (value, wanted.parse::<f64>()) {
            (Some(Value::String(word)), _) => word == wanted,
            (Some(Value::Bool(flag)), _) => flag.to_string() == wanted,
            (Some(value), Ok(number)) => value.as_f64().is_some_and(|value| (value / number - 1.0).abs() < 1e-3),
            _ => false,
        };
        if !agrees {
            problems.push(format!("{key} is {value:?}, wanted {wanted}"));
        }
    }
    for words in left.split('|').filter(|words| !words.is_empty()) {
        if !reading.left.iter().any(|kept| kept.contains(words)) {
            problems.push(format!("{words:?} not left but {:?}", reading.left));
        }
    }
    let labels = ["voltage", "weight", "ratio", "discharge", "diameter"];
    if let Some(label) = reading
        .left
        .iter()
        .find(|kept| labels.iter().any(|label| kept.contains(label)) && !kept.contains("rated torque"))
    {
        problems.push(format!("{label:?} only says which figure comes"));
    }
    let aside = left.is_empty();
    if aside && reading.left.iter().any(|kept| kept.chars().any(|letter| letter.is_ascii_digit())) {
        problems.push(format!("figures were left: {:?}", reading.left));
    }
    problems
}

#[test]
fn a_hundred_lines_are_understood() {
    assert!(LINES.len() >= 100, "{}", LINES.len());
    let wrong: Vec<_> =
        LINES.iter().map(|line| (line.0, problems_of(line))).filter(|(_, problems)| !problems.is_empty()).collect();
    assert!(wrong.is_empty(), "{} of {}: {wrong:#?}", wrong.len(), LINES.len());
}

#[test]
fn a_motor_of_one_line_can_be_evaluated() {
    for line in LINES.iter().filter(|line| line.1 == "motor" && !line.2.is_empty()) {
        let reading = read_line(line.0, Some(PartKind::Motor), None);
        let worked = reading.worked_out.expect("figures were read");
        if worked.missing.is_empty() {
            let motor = ypsidyne_core::document::Motor::from_value(&reading.part, "motor");
            assert!(motor.is_ok(), "{}: {motor:?}", line.0);
        }
    }
}

#[test]
fn a_planetary_box_has_a_ratio_and_no_teeth() {
    let reading = read_line("planetary gearbox 1:19", Some(PartKind::GearingStage), None);
    assert_eq!((&reading.part["kind"], &reading.part["ratio"]), (&"planetary".into(), &19.0.into()));
    assert!(reading.part.get("driver_teeth").is_none() && reading.left.is_empty(), "{:?}", reading.left);
}

#[test]
fn what_is_typed_of_a_kind_is_read_as_that_kind() {
    let reading = read_line("24V 30A", Some(PartKind::Controller), None);
    assert_eq!(reading.part["max_voltage_v"], 24.0);
    assert_eq!(reading.figures[0].heard, "24v");
    assert_eq!(reading.figures[0].label, "Highest voltage");
}

proptest::proptest! {
    #[test]
    fn no_text_upsets_it(text in "\\PC{0,60}") {
        for kind in PartKind::ALL {
            let reading = read_line(&text, Some(*kind), None);
            proptest::prop_assert_eq!(reading.kind, *kind);
        }
    }
}

#[test]
fn a_pack_of_one_line_can_be_evaluated() {
    use ypsidyne_core::shelf::ShelfPart;
    for line in LINES.iter().filter(|line| line.1 == "battery") {
        let mut part = read_line(line.0, Some(PartKind::Battery), None).part;
        part["part"] = "battery".into();
        part["label"] = line.0.into();
        let read = ShelfPart::from_value(&part);
        assert!(read.is_ok(), "{}: {read:?}", line.0);
    }
}
