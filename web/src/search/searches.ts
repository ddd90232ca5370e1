// The searches of the build on the bench: listed, watched while they run, opened again after a reload.
import { defineStore } from "pinia";
import { computed, ref, shallowRef } from "vue";
import { api, type OptionSheet, saying, type Schemas } from "../api/client";
import { ask } from "../api/reach";

export type SearchLine = Schemas["SearchLine"];
export type SearchResult = Schemas["SearchResult"];
export type Hit = Schemas["Hit"];

const openKey = (build: string) => `ypsidyne.search.${build}`;

export const useSearches = defineStore("searches", () => {
  const build = ref<string | null>(null);
  const lines = shallowRef<SearchLine[]>([]);
  const openId = ref<string | null>(null);
  const result = shallowRef<SearchResult | null>(null);
  const problem = ref<string | null>(null);
  const open = computed(() => lines.value.find(({ id }) => id === openId.value) ?? null);
  const streams = new Map<string, EventSource>();
  let options = new Map<number, OptionSheet>();

  /** The searches of a build; one that runs is watched, the one looked at last is opened. */
  async function load(id: string): Promise<void> {
    if (build.value !== id) leave();
    build.value = id;
    const reply = await ask(
      () => api.GET("/api/builds/{id}/searches", { params: { path: { id } } }),
      () => build.value === id,
    );
    if (build.value !== id) return;
    problem.value = reply?.data ? null : saying(reply?.error);
    if (!reply?.data) return;
    lines.value = reply.data;
    for (const line of reply.data.filter(({ state }) => state === "running")) follow(line.id);
    const last = sessionStorage.getItem(openKey(id));
    const wanted = reply.data.find((line) => line.id === last) ?? reply.data[0];
    if (wanted && openId.value !== wanted.id) await show(wanted.id);
  }

  function leave(): void {
    for (const stream of streams.values()) stream.close();
    streams.clear();
    build.value = null;
    lines.value = [];
    openId.value = null;
    result.value = null;
    problem.value = null;
  }

  async function show(id: string): Promise<void> {
    openId.value = id;
    if (build.value) sessionStorage.setItem(openKey(build.value), id);
    options = new Map();
    result.value = null;
    const reply = await ask(
      () => api.GET("/api/searches/{id}", { params: { path: { id } } }),
      () => openId.value === id,
    );
    if (openId.value !== id) return;
    problem.value = reply?.data ? null : saying(reply?.error);
    result.value = reply?.data ?? null;
  }

  function put(line: SearchLine): void {
    const known = lines.value.some(({ id }) => id === line.id);
    lines.value = known
      ? lines.value.map((other) => (other.id === line.id ? line : other))
      : [line, ...lines.value].slice(0, 10);
  }

  /** Watches a search until it ends; a lost connection is taken up again by the browser. */
  function follow(id: string): void {
    if (streams.has(id)) return;
    const stream = new EventSource(`/api/searches/${id}/events`);
    streams.set(id, stream);
    stream.onmessage = (message: MessageEvent<string>) => {
      const line = JSON.parse(message.data) as SearchLine;
      put(line);
      if (line.state === "running") return;
      stream.close();
      streams.delete(id);
      if (openId.value === id) void show(id);
    };
  }

  async function begin(body: Schemas["SearchRequest"]): Promise<void> {
    const reply = await api.POST("/api/searches", { body }).catch(() => undefined);
    problem.value = reply?.data ? null : saying(reply?.error);
    if (!reply?.data) return;
    put(reply.data);
    await show(reply.data.id);
    follow(reply.data.id);
  }

  async function stop(id: string): Promise<void> {
    await api.POST("/api/searches/{id}/stop", { params: { path: { id } } }).catch(() => undefined);
  }

  async function remove(id: string): Promise<void> {
    const reply = await api.DELETE("/api/searches/{id}", { params: { path: { id } } }).catch(() => undefined);
    if (!reply?.response.ok) return;
    lines.value = lines.value.filter((line) => line.id !== id);
    if (openId.value !== id) return;
    const next = lines.value[0];
    openId.value = null;
    result.value = null;
    if (next) await show(next.id);
  }

  /** A combination of the open search as an option. */
  async function option(number: number): Promise<OptionSheet | null> {
    const [id, known] = [openId.value, options.get(number)];
    if (known || !id) return known ?? null;
    const path = { id, number };
    const reply = await ask(
      () => api.GET("/api/searches/{id}/options/{number}", { params: { path } }),
      () => openId.value === id,
    );
    if (!reply?.data) return null;
    if (openId.value === id) options.set(number, reply.data);
    return reply.data;
  }

  return { build, lines, openId, open, result, problem, load, leave, show, begin, stop, remove, option };
});
