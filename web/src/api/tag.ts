// Which revision of which document: a tag of one document never saves another.

/** The tag of a revision. */
export const tagOf = (id: string, revision: number) => `"${id}.${revision}"`;

/** What a change of a revision is sent with. */
export const ifMatch = (id: string, revision: number) => ({
  path: { id },
  header: { "If-Match": tagOf(id, revision) },
});

/** The revision that an answer brought; 0 where it brought none. */
export function revisionOf(response: Response): number {
  const tag = response.headers.get("ETag")?.replaceAll('"', "") ?? "";
  return Number(tag.slice(tag.lastIndexOf(".") + 1)) || 0;
}
