<script setup lang="ts">
// A launcher's wheels: spin-up, what each shot takes, the rate that holds, rev-down, the rim; what a change would make of it.
import { computed } from "vue";
import type { Schemas } from "../api/client";
import { figures, shownText } from "../units/quantity";

const props = defineProps<{
  drive: string;
  launcher: Schemas["Launcher"] | null;
  changes: Schemas["LauncherChange"][];
}>();

const lines = computed(() => {
  const own = props.launcher;
  if (!own) return [];
  const say = (value: number | null, text: (value: number) => string, none: string) =>
    value === null ? none : text(value);
  return [
    { name: "spun up in", text: say(own.spin_up_s, (s) => shownText("time", s), "never") },
    { name: "keeps up", text: say(own.kept_per_second, (rate) => `${figures(rate, 3)} a second`, "–") },
    { name: "down to a tenth in", text: say(own.rev_down_s, (s) => shownText("time", s), "–") },
    { name: "rim", text: say(own.rim_speed_m_s, (v) => shownText("fastSpeed", v), "diameter not given") },
    {
      name: "stress in the rim",
      text: say(
        own.rim_stress_mpa,
        (mpa) => `${figures(mpa, 3)} of ${figures(own.rim_allowed_mpa ?? NaN, 3)} MPa`,
        "material not given",
      ),
    },
  ];
});
const rim = computed(() => {
  const { rim_stress_mpa: stress, rim_allowed_mpa: allowed } = props.launcher ?? {};
  return stress != null && allowed != null && stress > allowed;
});
</script>

<template>
  <section data-launcher>
    <h3 class="head">Launcher: {{ drive }}</h3>
    <p class="caution note">
      Wheels that burst throw pieces in their plane: guard them, stand beside, wear eye protection. Rules on
      what may be thrown come first.
    </p>
    <div class="two">
      <table v-if="lines.length > 0" class="figures">
        <tbody>
          <tr v-for="line in lines" :key="line.name">
            <td>{{ line.name }}</td>
            <td class="figure right" :class="{ bad: rim && line.name.startsWith('stress') }">
              {{ line.text }}
            </td>
          </tr>
        </tbody>
      </table>
      <table class="figures" data-launcher-changes>
        <thead>
          <tr>
            <th>what would change it</th>
            <th class="right">spun up</th>
            <th class="right">a second</th>
            <th class="right">a shot takes</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="change in changes" :key="change.change">
            <td>{{ change.change }}</td>
            <td class="figure right">
              {{ change.spin_up_s === null ? "never" : shownText("time", change.spin_up_s) }}
            </td>
            <td class="figure right">
              {{ change.kept_per_second === null ? "–" : figures(change.kept_per_second, 3) }}
            </td>
            <td class="figure right">
              {{ change.lost_rpm === null ? "all" : shownText("rotation", change.lost_rpm) }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div v-if="launcher && launcher.shots.length > 0" class="scroll">
      <table class="shots" data-shots>
        <thead>
          <tr>
            <th>shot</th>
            <th class="right">at</th>
            <th class="right">wheels before</th>
            <th class="right">after</th>
            <th class="right">leaves with</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(shot, index) in launcher.shots" :key="index">
            <td>{{ index + 1 }}</td>
            <td class="figure right">{{ shownText("time", shot.t_s) }}</td>
            <td class="figure right">{{ shownText("rotation", shot.before_rpm, 4) }}</td>
            <td class="figure right">{{ shownText("rotation", shot.after_rpm, 4) }}</td>
            <td class="figure right">{{ shownText("fastSpeed", shot.speed_m_s) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.head {
  border-bottom: 1px solid var(--line);
  padding-bottom: 0.1875rem;
  margin: var(--space-8) 0 var(--space-3);
}

.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.6fr);
  gap: 1.375rem;
  align-items: start;
  margin: var(--space-4) 0;
}

.right {
  text-align: right;
}

.bad {
  color: var(--fail);
}

.scroll {
  max-height: 250px;
  overflow: auto;
}

.shots td {
  padding-block: var(--space-1);
}

@media (max-width: 760px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
