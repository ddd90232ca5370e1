// The units sentences are said in: the server is told with each request.
import { preferences } from "./preferences";

/** The header that tells them. */
export const READER_UNITS = "x-reader-units";

/** The chosen units, as the server takes them; a header holds no `·`. */
export const readerUnits = () =>
  [preferences.speed, preferences.torque, preferences.mass, preferences.length]
    .join(",")
    .replaceAll("·", "-");
