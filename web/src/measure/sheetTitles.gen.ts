// Generated from the Rust types by `cargo xtask generate`. Do not edit.

/** What the sheets of the bench are called. */
export const SHEET_TITLES: Record<string, string> = {"winding_resistance":"Winding resistance","locked_rotor":"Held still","no_load_sweep":"Speed without load","spin_test":"Spun by a drill","identify":"Which motor is it","loaded_currents":"Currents under load","cell_voltages":"Cells at rest","pack_resistance":"Pack resistance","capacity":"Capacity","coast_down":"Rolling out","pull_test":"Luggage scale","generator_test":"As a generator","heat_run":"Heat run","free_sheet":"Readings of your own"};
