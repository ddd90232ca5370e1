// Generated from the Rust types by `cargo xtask generate`. Do not edit.

import type { CheckFacts } from "./checks.gen";
import type { Schemas } from "./client";

export interface LimitFacts {
  /** As a drawing says it. */
  word: string;
  /** The step in which it is put right. */
  step: CheckFacts["step"];
}

export const LIMITS: Record<Schemas["RunLimit"], LimitFacts> = {"supply":{"word":"battery at its end","step":"battery"},"duty":{"word":"battery voltage","step":"controller"},"motor_current":{"word":"motor-current limit","step":"controller"},"battery_current":{"word":"battery-current limit","step":"controller"},"grip":{"word":"wheels slip","step":"job"},"temperature":{"word":"temperature sensor","step":"motor"},"stop_voltage":{"word":"stop voltage","step":"battery"},"load":{"word":"load too heavy","step":"job"},"charge":{"word":"charge limit, braking","step":"battery"},"full":{"word":"battery full","step":"battery"},"no_brake":{"word":"cannot brake","step":"controller"}};
