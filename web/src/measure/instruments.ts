// The instruments of the bench: which are in use, one reading of them, the supply by hand, a sweep by itself.
import { defineStore } from "pinia";
import { computed, ref, shallowRef } from "vue";
import { api, saying, type Schemas } from "../api/client";
import { ask } from "../api/reach";

type Role = Schemas["Role"];
type ReadingWanted = Schemas["ReadingWanted"];
type Progress = Schemas["SweepProgress"];

export const useInstruments = defineStore("instruments", () => {
  const list = shallowRef<Schemas["InUse"][]>([]);
  const problem = ref<string | null>(null);
  const sweep = shallowRef<Progress | null>(null);
  const running = computed(() => sweep.value?.state === "running");
  const simulated = computed(() => list.value.some((one) => one.simulated));
  let stream: EventSource | null = null;

  const has = (role: Role) => list.value.some((one) => one.role === role);

  async function load(): Promise<void> {
    const [known, now] = await Promise.all([
      ask(() => api.GET("/api/instruments")),
      ask(() => api.GET("/api/instruments/sweep")),
    ]);
    list.value = known?.data ?? [];
    sweep.value = now?.data ?? null;
    if (running.value) follow();
  }

  async function take(
    role: Role,
    address: string,
    confirmed: boolean,
  ): Promise<"taken" | "confirm" | "refused"> {
    const params = { path: { role } };
    const reply = await api
      .PUT("/api/instruments/use/{role}", { params, body: { address, confirmed } })
      .catch(() => undefined);
    const ask = reply?.error?.errors?.some(({ pointer }) => pointer === "/confirmed") ?? false;
    problem.value = reply?.data || ask ? null : saying(reply?.error);
    if (reply?.data) await load();
    return reply?.data ? "taken" : ask ? "confirm" : "refused";
  }

  async function leave(role: Role): Promise<void> {
    await api.DELETE("/api/instruments/use/{role}", { params: { path: { role } } }).catch(() => undefined);
    await load();
  }

  async function read(wanted: ReadingWanted[]): Promise<Schemas["Readings"] | null> {
    const reply = await api.POST("/api/instruments/read", { body: { wanted } }).catch(() => undefined);
    problem.value = reply?.data ? null : saying(reply?.error);
    return reply?.data ?? null;
  }

  async function setSupply(voltage_v: number, limit_a: number, on: boolean): Promise<boolean> {
    const reply = await api
      .PUT("/api/instruments/supply", { body: { voltage_v, limit_a, on } })
      .catch(() => undefined);
    const done = reply?.response.ok ?? false;
    problem.value = done ? null : saying(reply?.error);
    return done;
  }

  function follow(): void {
    stream?.close();
    stream = new EventSource("/api/instruments/sweep/events");
    stream.onmessage = (message: MessageEvent<string>) => {
      sweep.value = JSON.parse(message.data) as Progress;
      if (sweep.value.state === "running") return;
      problem.value = sweep.value.problem;
      stream?.close();
      stream = null;
    };
  }

  async function begin(body: Schemas["Sweep"]): Promise<boolean> {
    const reply = await api.POST("/api/instruments/sweep", { body }).catch(() => undefined);
    problem.value = reply?.data ? null : saying(reply?.error);
    if (!reply?.data) return false;
    sweep.value = reply.data;
    follow();
    return true;
  }

  /** Stops whatever runs and switches the output off. */
  async function stop(): Promise<void> {
    const reply = await api.POST("/api/instruments/stop").catch(() => undefined);
    problem.value = reply?.response.ok
      ? null
      : `${saying(reply?.error)} Switch the supply off at its own switch.`;
  }

  async function simulate(body: Partial<Schemas["SimulatedRequest"]>): Promise<void> {
    const reply = await api
      .POST("/api/instruments/simulated", { body: body as Schemas["SimulatedRequest"] })
      .catch(() => undefined);
    if (reply && !reply.response.ok) problem.value = saying(reply.error);
  }

  return {
    list,
    problem,
    sweep,
    running,
    simulated,
    has,
    load,
    take,
    leave,
    read,
    setSupply,
    begin,
    stop,
    simulate,
  };
});
