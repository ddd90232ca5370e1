// A moment of a run as people say it.
import { figures } from "../units/quantity";

/** A moment as people say it. */
export function momentWords(t_s: number): string {
  if (t_s < 180) return `${figures(t_s, 3)} s`;
  const [hours, minutes] = [Math.floor(t_s / 3600), Math.floor((t_s % 3600) / 60)];
  const seconds = String(Math.floor(t_s % 60)).padStart(2, "0");
  return hours > 0
    ? `${hours}:${String(minutes).padStart(2, "0")}:${seconds} h`
    : `${minutes}:${seconds} min`;
}
