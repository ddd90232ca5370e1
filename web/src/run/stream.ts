// A run asked for with its progress: server-sent events in the answer to a POST. Dropping the request stops the run.
import { reaching } from "../api/reach";
import { type ProblemDocument, saying, type Schemas } from "../api/client";

export type Simulated = Schemas["Simulated"];

/** How far a run is. */
export interface RunProgress {
  t_s: number;
  state_of_charge: number;
  share: number;
}

/** Messages of a stream as they come in; each ends with an empty line. */
async function* messages(body: ReadableStream<Uint8Array>): AsyncGenerator<{ event: string; data: string }> {
  const reader = body
    .pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>)
    .getReader();
  let pending = "";
  for (;;) {
    const { value, done } = await reader.read();
    if (done) return;
    const parts = (pending + value).split("\n\n");
    pending = parts.pop() ?? "";
    for (const part of parts) {
      const lines = part.split("\n");
      const event =
        lines
          .find((line) => line.startsWith("event:"))
          ?.slice(6)
          .trim() ?? "";
      const data = lines
        .filter((line) => line.startsWith("data:"))
        .map((line) => line.slice(5).trimStart())
        .join("\n");
      if (data) yield { event, data };
    }
  }
}

/** Runs a simulation; `signal` drops it without an answer. Throws a sentence for people where it cannot. */
export async function simulate(
  simulation: object,
  signal: AbortSignal,
  told: { begun: (id: string) => void; progress: (progress: RunProgress) => void },
): Promise<Simulated> {
  const reply = await reaching(
    new Request("/api/simulate", {
      method: "POST",
      headers: { "content-type": "application/json", accept: "text/event-stream" },
      body: JSON.stringify(simulation),
      signal,
    }),
  );
  if (!reply.ok || !reply.body) {
    throw new Error(saying((await reply.json().catch(() => undefined)) as ProblemDocument | undefined));
  }
  for await (const { event, data } of messages(reply.body)) {
    if (event === "begun") told.begun((JSON.parse(data) as { id: string }).id);
    if (event === "progress") told.progress(JSON.parse(data) as RunProgress);
    if (event === "done") return JSON.parse(data) as Simulated;
  }
  throw new Error("The server ended before the run did. Run it again.");
}
