// A file on its way to the server, as it is.
import { type ProblemDocument, saying } from "./client";

/** What the server answers, or what it says is wrong. */
export async function sendFile<T>(path: string, file: Blob): Promise<{ data: T } | { problem: string }> {
  const reply = await fetch(path, {
    method: "POST",
    headers: { "Content-Type": "application/octet-stream" },
    body: file,
  }).catch(() => undefined);
  if (reply?.ok) return { data: (await reply.json()) as T };
  return { problem: saying(reply ? ((await reply.json()) as ProblemDocument) : undefined) };
}
