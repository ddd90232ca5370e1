// How many there are of what a sheet counts; what is left out counts one, as the document has it.
import type { Schemas } from "../../api/client";

type Pack = Schemas["Battery"];
type Driven = Schemas["OptionDrive"];

/** Cells in series of all packs. */
export const cellsOf = (pack: Pack): number => pack.cells_series * (pack.packs_series ?? 1);

/** Capacity of all packs, Ah. */
export const capacityOf = (pack: Pack): number => pack.capacity_ah * (pack.packs_parallel ?? 1);

/** Equal motors of a drive. */
export const motorsOf = (drive: Driven | undefined): number => drive?.motor_count ?? 1;

/** Motors on one channel of the controller. */
export const perChannelOf = (drive: Driven | undefined): number => drive?.motors_per_channel ?? 1;

/** Channels that a drive takes. */
export const channelsOf = (drive: Driven): number => Math.ceil(motorsOf(drive) / perChannelOf(drive));
