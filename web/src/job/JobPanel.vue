<script setup lang="ts">
import ChoiceSelect from "../shared/fields/ChoiceSelect.vue";
import { computed } from "vue";
import { api, type Build, type Schemas } from "../api/client";
import { useBench } from "../workbench/bench";
import { useDrives } from "../workbench/drives";
import AnswerField from "../shared/fields/AnswerField.vue";
import BenchField from "../shared/fields/BenchField.vue";
import FieldGroup from "../shared/fields/FieldGroup.vue";
import FigureDelta from "../shared/figures/FigureDelta.vue";
import PanelHead from "../shared/PanelHead.vue";
import { figures, shown, shownText } from "../units/quantity";
import TradeOffNote from "../shared/TradeOffNote.vue";
import SumTable from "../shared/figures/SumTable.vue";

const bench = useBench();
const drives = useDrives();
const jobDrive = computed(() => `/job/drives/${bench.jobDriveIndex}`);
const load = computed(() => bench.jobDrive?.load);
const record = computed(() => `Load:${load.value?.kind}`);
const sums = computed(() => bench.figures?.sums.filter(({ drive }) => drive === bench.drive?.drive) ?? []);

/** Kinds of load with a start for each. */
const KINDS = [
  { kind: "vehicle", said: "rolls on wheels", template: "cart" },
  { kind: "flywheel", said: "flywheels, launcher wheels", template: "launcher" },
  { kind: "fan", said: "fan, propeller, pump", template: "fan" },
  { kind: "blade", said: "cutting blade", template: "mower" },
  { kind: "hoist", said: "lifts on a drum", template: "hoist" },
  { kind: "generator", said: "is turned and gives current", template: "generator" },
  { kind: "constant_torque", said: "the same torque at any speed", template: "other" },
];

const WORDS: Record<string, readonly string[]> = {
  vehicle: [
    "target_speed_m_s",
    "usual_speed_m_s",
    "base_mass_kg",
    "payload_kg",
    "towed_mass_kg",
    "rolling_resistance",
    "drag_area_m2",
    "grade_percent",
    "climb_speed_m_s",
    "climb_duration_min",
    "accelerate_s",
    "friction",
    "driven_weight_share",
    "friction_brake",
  ],
  flywheel: [
    "target_rpm",
    "inertia_kg_m2",
    "spin_up_s",
    "drag_torque_nm",
    "windage_torque_nm",
    "wheel_diameter_mm",
    "wheel_width_mm",
    "wheel_count",
    "wheel_material",
  ],
  generator: ["diode_drop_v", "needed_voltage_v"],
  fan: ["target_rpm", "reference_rpm", "reference_power_w", "inertia_kg_m2", "spin_up_s"],
  blade: [
    "target_tip_speed_m_s",
    "blade_radius_m",
    "reference_rpm",
    "reference_power_w",
    "cutting_torque_nm",
    "brake_torque_nm",
    "inertia_kg_m2",
    "spin_up_s",
  ],
  hoist: ["mass_kg", "drum_radius_m", "lift_speed_m_s", "inertia_kg_m2"],
  constant_torque: ["torque_nm", "target_rpm", "inertia_kg_m2", "shots_per_turn"],
};
const PROJECTILE = [
  "mass_kg",
  "speed_m_s",
  "per_second",
  "transfer_efficiency",
  "diameter_mm",
  "grip_speed_m_s",
];

/** Inertia by size and material, where it is another one than stands there. */
const bySize = computed(() => {
  const found = bench.driveFigures?.inertia_by_size_kg_m2;
  const now = load.value?.kind === "flywheel" ? load.value.inertia_kg_m2 : undefined;
  return found != null && found !== now ? found : null;
});
const shots = computed(() => bench.driveFigures?.shots ?? null);
/** Whether the throttle can be held: for wheels and propellers behind a controller. */
const heldFlatOut = computed(() => load.value?.kind === "vehicle" || load.value?.kind === "fan");
const throws = computed(() => load.value?.kind === "flywheel" && load.value.projectile != null);

async function setKind(kind: string): Promise<void> {
  const found = KINDS.find((candidate) => candidate.kind === kind);
  const build = bench.document;
  if (!found || !build || kind === load.value?.kind) return;
  const reply = await api.GET("/api/templates/{kind}", { params: { path: { kind: found.template } } });
  const start = reply.data?.job.drives.find((candidate) => candidate.load.kind === kind)?.load;
  if (start && bench.document === build) drives.setLoad(bench.jobDriveIndex, start);
}

const generator = computed(() => (load.value?.kind === "generator" ? load.value : null));
const fixedSpeed = computed(() => generator.value?.source.rpm != null);
const charges = computed(() => generator.value?.electrical.battery_v != null);

/** A wheel gives way under load, a bench drive keeps its speed. */
function toggleSource(): void {
  const now = generator.value?.source;
  if (!now) return;
  const { kind } = now;
  const speed = now.rpm ?? (now.runaway_rpm ?? 60) / 2;
  const next = fixedSpeed.value ? { stall_torque_nm: 20, runaway_rpm: 2 * speed } : { rpm: speed };
  bench.set(`${jobDrive.value}/load/source`, { ...(kind && { kind }), ...next }, null);
}

function toggleHanging(): void {
  const next = charges.value ? { resistance_ohm: 4 } : { battery_v: 13.2 };
  bench.set(`${jobDrive.value}/load/electrical`, next, null);
}

function toggleProjectile(): void {
  const fresh = { mass_kg: 0.005, speed_m_s: 20, per_second: 2, transfer_efficiency: 0.4 };
  bench.set(`${jobDrive.value}/load/projectile`, throws.value ? undefined : fresh, null);
}

const SCHOOLS: Record<Schemas["BatteryRule"], string> = {
  continuous_with_headroom:
    "Most builders: the continuous rating well above the hardest work, because printed ratings flatter. The default.",
  continuous_covers_stall:
    "The careful: the continuous rating covers even a stall, so that a jam is safe. Bigger and dearer.",
  burst_covers_stall:
    "The light: a stall lasts a moment, so the burst rating may cover it. For launchers and racers.",
};
const rule = computed(() => bench.document?.job.battery_rule ?? "continuous_with_headroom");
const budget = computed(() => bench.document?.job.budget ?? null);
const compartment = computed(() => bench.document?.job.compartment ?? null);

const controllerSpace = computed(() => bench.document?.job.controller_space ?? null);

const GIVEN = [
  { name: "power", key: "output_power_w", quantity: "power", places: 3 },
  { name: "voltage", key: "output_voltage_v", quantity: "voltage", places: 3 },
  { name: "source", key: "source_rpm", quantity: "rotation", places: 3 },
] as const;
const ANSWERS = [
  { name: "speed", key: "output_rpm", quantity: "rotation", places: 4 },
  { name: "torque", key: "output_torque_nm", quantity: "torque", places: 3 },
  { name: "power", key: "output_power_w", quantity: "power", places: 3 },
] as const;
const answers = computed(() => {
  const [given, givenThen] = [bench.view.drive?.generating, bench.pinnedView?.drive?.generating];
  if (given) {
    return GIVEN.map((answer) => ({
      ...answer,
      ...shown(answer.quantity, given[answer.key], answer.places),
      value: given[answer.key],
      base: givenThen?.[answer.key],
    }));
  }
  const [now, then] = [bench.view.drive?.required, bench.pinnedView?.drive?.required];
  if (!now) return [];
  return ANSWERS.map((answer) => ({
    ...answer,
    ...shown(answer.quantity, now[answer.key], answer.places),
    value: now[answer.key],
    base: then?.[answer.key],
  }));
});

function rename(name: string): void {
  drives.rename(bench.jobDriveIndex, name);
}

function setNotes(build: Build, text: string): void {
  if (build.notes !== text) bench.set("/notes", text);
}
</script>

<template>
  <PanelHead title="Job" :note="`${bench.drive?.drive} · what it must do, before any part is chosen`" />
  <div class="top job-top">
    <div>
      <div class="who">
        <input
          type="text"
          :value="bench.jobDrive?.name"
          aria-label="Name of the drive"
          class="name write"
          @change="(event) => rename((event.target as HTMLInputElement).value)"
        />
        <ChoiceSelect
          :model-value="load?.kind"
          :options="KINDS"
          option-label="said"
          option-value="kind"
          aria-label="What it moves"
          data-field="load_kind"
          @update:model-value="setKind"
        />
        <button
          v-if="(bench.document?.job.drives.length ?? 0) > 1"
          type="button"
          class="action note"
          @click="drives.remove(bench.jobDriveIndex)"
        >
          take this drive out
        </button>
        <button type="button" class="action note" @click="drives.add()">add a drive</button>
      </div>
      <FieldGroup :at="`${jobDrive}/load`" :record="record" :names="WORDS[load?.kind ?? ''] ?? []">
        <BenchField
          v-if="load?.kind === 'vehicle'"
          :at="`${bench.drivePointer}/output`"
          record="Output"
          name="wheel_diameter_m"
        />
      </FieldGroup>
      <p v-if="bySize !== null" class="note" data-inertia-by-size>
        By size and material all wheels have {{ shownText("inertia", bySize) }}; hollow ones less.
        <button
          type="button"
          class="action"
          @click="bench.set(`${jobDrive}/load/inertia_kg_m2`, Number(bySize.toPrecision(3)), null)"
        >
          take it
        </button>
      </p>
      <section v-if="!generator" class="group" data-held>
        <h3 class="rule">what can happen to it</h3>
        <AnswerField
          :at="jobDrive"
          record="JobDrive"
          name="can_jam"
          yes="yes"
          no="no"
          :usual="bench.driveFigures?.can_jam"
        />
        <BenchField v-if="heldFlatOut" :at="jobDrive" record="JobDrive" name="flat_out_s" />
      </section>
      <section v-if="load?.kind === 'flywheel'" class="group">
        <h3 class="rule">
          projectile
          <button type="button" class="action" @click="toggleProjectile">
            {{ throws ? "throws nothing" : "it throws something" }}
          </button>
        </h3>
        <template v-if="throws">
          <BenchField
            v-for="name in PROJECTILE"
            :key="name"
            :at="`${jobDrive}/load/projectile`"
            record="Projectile"
            :name="name"
          />
          <p v-if="shots" class="note" data-shots>
            A shot leaves with {{ shownText("fastSpeed", shots.launch_speed_m_s) }}; the wheels keep up
            {{ shots.kept_per_second === null ? "no rate" : `${figures(shots.kept_per_second, 3)} a second`
            }}<template v-if="shots.fed_per_second !== null">
              and the feeder pushes in {{ figures(shots.fed_per_second, 3) }}</template
            >. One charge lasts for
            {{ shots.per_charge === null ? "none" : `about ${figures(shots.per_charge, 2)} shots` }}.
          </p>
          <p class="caution note">
            Eye protection for everyone near a launcher. Rules on what may be thrown how fast differ; they
            come first.
          </p>
        </template>
      </section>
      <section v-if="generator" class="group">
        <h3 class="rule">
          what turns it
          <button type="button" class="action" @click="toggleSource">
            {{ fixedSpeed ? "gives way under load" : "keeps its speed" }}
          </button>
        </h3>
        <BenchField
          v-for="name in fixedSpeed ? ['kind', 'rpm'] : ['kind', 'stall_torque_nm', 'runaway_rpm']"
          :key="name"
          :at="`${jobDrive}/load/source`"
          record="GeneratorSource"
          :name="name"
        />
        <h3 class="rule">
          what hangs on it
          <button type="button" class="action" @click="toggleHanging">
            {{ charges ? "a heater or lamp" : "a battery" }}
          </button>
        </h3>
        <BenchField
          :at="`${jobDrive}/load/electrical`"
          record="Electrical"
          :name="charges ? 'battery_v' : 'resistance_ohm'"
        />
        <p class="caution note">
          A wheel in water or wind does not stop by itself: lock it before touching belt, chain or leads.
          Rules on water and on what is tied to the grid come first.
        </p>
      </section>
      <p v-if="load?.kind === 'blade'" class="caution note">
        A spinning blade keeps turning after the switch: guard it, wait for it, take the battery lead off
        before reaching in. Local rules on mowers come first.
      </p>
    </div>
    <div>
      <h3>{{ generator ? "given at the load" : "asked at the load" }}</h3>
      <dl class="answers">
        <div v-for="answer in answers" :key="answer.name">
          <dt>{{ answer.name }}</dt>
          <dd class="figure">
            {{ answer.text }}<span class="unit">{{ answer.unit }}</span>
            <FigureDelta
              v-if="bench.pinned"
              :quantity="answer.quantity"
              :value="answer.value"
              :base="answer.base"
              :significant="answer.places"
            />
          </dd>
        </div>
      </dl>
      <SumTable v-if="sums.length > 0" :lines="sums" />
    </div>
  </div>
  <div class="columns">
    <FieldGroup
      title="how it is used"
      at="/job"
      record="Job"
      :names="['runtime_min', 'duty_cycle', 'ambient_c', 'accessory_power_w']"
    />
    <section class="group">
      <h3 class="rule">how the battery is judged</h3>
      <BenchField at="/job" record="Job" name="battery_rule" label="Rule" />
      <BenchField v-if="rule === 'continuous_with_headroom'" at="/job" record="Job" name="battery_headroom" />
      <p class="note">{{ SCHOOLS[rule] }}</p>
      <TradeOffNote :ids="['battery_rule']" />
    </section>
    <section class="group">
      <h3 class="rule">
        budget
        <button
          type="button"
          class="action"
          @click="bench.set('/job/budget', budget ? undefined : { amount: 300, currency: 'EUR' }, null)"
        >
          {{ budget ? "no budget" : "set one" }}
        </button>
      </h3>
      <template v-if="budget">
        <BenchField at="/job/budget" record="Budget" name="amount" />
        <BenchField at="/job/budget" record="Budget" name="currency" />
      </template>
      <h3 class="rule">
        room for the battery
        <button
          type="button"
          class="action"
          @click="
            bench.set(
              '/job/compartment',
              compartment ? undefined : { length_mm: 300, width_mm: 150, height_mm: 100 },
              null,
            )
          "
        >
          {{ compartment ? "not fixed" : "give it" }}
        </button>
      </h3>
      <template v-if="compartment">
        <BenchField
          v-for="name in ['length_mm', 'width_mm', 'height_mm', 'above_ground_mm', 'ground_clearance_mm']"
          :key="name"
          at="/job/compartment"
          record="Compartment"
          :name="name"
        />
      </template>
      <h3 class="rule">
        room for the controllers
        <button
          type="button"
          class="action"
          @click="
            bench.set(
              '/job/controller_space',
              controllerSpace ? undefined : { length_mm: 120, width_mm: 80, height_mm: 40 },
              null,
            )
          "
        >
          {{ controllerSpace ? "not fixed" : "give it" }}
        </button>
      </h3>
      <template v-if="controllerSpace">
        <BenchField
          v-for="name in ['length_mm', 'width_mm', 'height_mm']"
          :key="name"
          at="/job/controller_space"
          record="ControllerSpace"
          :name="name"
        />
      </template>
    </section>
    <section v-if="bench.document" class="group">
      <h3 class="rule">notes</h3>
      <textarea
        :value="bench.document.notes ?? ''"
        aria-label="Notes"
        rows="4"
        maxlength="20000"
        @input="setNotes(bench.document, ($event.target as HTMLTextAreaElement).value)"
        @blur="bench.seal()"
      ></textarea>
    </section>
  </div>
</template>

<style scoped>
.who {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: baseline;
  margin-bottom: 8px;
}

.name {
  width: 92px;
  font-weight: 600;
  font-size: var(--size);
}

.who :deep(.choose) {
  font-size: var(--size);
}

.top.job-top {
  grid-template-columns: minmax(0, 1fr) 308px;
}

@media (max-width: 760px) {
  .top.job-top {
    grid-template-columns: minmax(0, 1fr);
  }
}

.answers {
  display: grid;
  grid-template-columns: auto auto auto;
  gap: 10px;
  border-bottom: 1px solid var(--line);
  padding-bottom: 8px;
  margin-bottom: 8px;
}

.answers dt {
  font-size: var(--size-note);
  color: var(--soft);
}

.answers dd {
  font-size: 19px;
  font-weight: 600;
  line-height: 1.25;
}

.rule {
  display: flex;
  gap: 12px;
  border-bottom: 1px solid var(--line);
  padding-bottom: 3px;
}

.rule:not(:first-child) {
  margin-top: 12px;
}

textarea {
  width: 100%;
  font: inherit;
  color: inherit;
  background: transparent;
  border: 1px solid var(--line);
  border-top: 0;
  resize: vertical;
}
</style>
