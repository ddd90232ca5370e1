// The instruments of the bench: which are in use, one reading of them, the supply as it says it is, a sweep by itself.
import { defineStore } from "pinia";
import { computed, ref, shallowRef } from "vue";
import { api, saying, type Schemas } from "../api/client";
import { ask } from "../api/reach";

type Role = Schemas["Role"];
type ReadingWanted = Schemas["ReadingWanted"];
type Progress = Schemas["SweepProgress"];
type SupplyReply = Schemas["SupplyReply"];

/** A supply that was not heard of for so long is not shown as it was. */
const HEARD_WITHIN_MS = 2500;

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
    listen();
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
    const read = await api.GET("/api/instruments/supply").catch(() => undefined);
    if (read?.data) note(read.data);
    await load();
  }

  async function read(wanted: ReadingWanted[]): Promise<Schemas["Readings"] | null> {
    const reply = await api.POST("/api/instruments/read", { body: { wanted } }).catch(() => undefined);
    problem.value = reply?.data ? null : saying(reply?.error);
    return reply?.data ?? null;
  }

  // ---- the supply: what is shown is what it said, and nothing where it was not heard

  const heard = shallowRef<SupplyReply | null>(null);
  const lost = ref(false);
  let live: EventSource | null = null;
  let silence: ReturnType<typeof setTimeout> | undefined;
  let watchers = 0;

  const supply = computed(() => (lost.value ? null : (heard.value?.supply ?? null)));
  /** Addresses of supplies whose output may be on, though nobody has read it. */
  const mayBeOn = computed(() => {
    const now = heard.value;
    const own = now?.supply && now.supply.on !== true && now.supply.may_be_on ? [now.supply.address] : [];
    const unheard =
      lost.value && now?.supply && (now.supply.on ?? now.supply.may_be_on) ? [now.supply.address] : [];
    return [...new Set([...own, ...unheard, ...(now?.left_on ?? [])])];
  });

  function note(reply: SupplyReply): void {
    heard.value = reply;
    lost.value = false;
    clearTimeout(silence);
    silence = setTimeout(() => (lost.value = true), HEARD_WITHIN_MS);
  }

  function listen(): void {
    // One that was let go and has not said that it is off is looked at too.
    const wanted = has("supply") || (heard.value?.left_on.length ?? 0) > 0;
    if (watchers === 0 || document.hidden || !wanted) {
      live?.close();
      live = null;
      clearTimeout(silence);
      return;
    }
    if (live) return;
    live = new EventSource("/api/instruments/supply/events");
    live.onmessage = (message: MessageEvent<string>) => note(JSON.parse(message.data) as SupplyReply);
  }
  document.addEventListener("visibilitychange", listen);

  /** Reads the supply for as long as somebody looks; what it returns ends that. */
  function watchSupply(): () => void {
    watchers += 1;
    listen();
    return () => {
      watchers -= 1;
      listen();
    };
  }

  /** Switches the output on at these volts. */
  async function switchOn(voltage_v: number | null, limit_a: number | null): Promise<boolean> {
    const reply = await api
      .PUT("/api/instruments/supply", { body: { voltage_v, limit_a, on: true } })
      .catch(() => undefined);
    problem.value = reply?.data ? null : saying(reply?.error);
    if (reply?.data) note(reply.data);
    return reply?.data !== undefined;
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

  /** Stops whatever runs and switches the output off. Until the supply has said that it is off, it may be on. */
  async function stop(): Promise<void> {
    const now = heard.value;
    if (now?.supply) heard.value = { ...now, supply: { ...now.supply, on: null, may_be_on: true } };
    const reply = await api.POST("/api/instruments/stop", { keepalive: true }).catch(() => undefined);
    if (reply?.response.ok) {
      problem.value = null;
      const read = await api.GET("/api/instruments/supply").catch(() => undefined);
      if (read?.data) note(read.data);
    } else {
      problem.value = reply
        ? saying(reply.error)
        : "The server does not answer: switch the output off at the supply.";
    }
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
    supply,
    mayBeOn,
    has,
    load,
    take,
    leave,
    read,
    watchSupply,
    switchOn,
    begin,
    stop,
    simulate,
  };
});
