// Handing a file to the person.

/** A file name from a title: letters, digits and hyphens. */
export function fileName(title: string, ending: string): string {
  const plain = title
    .normalize("NFKD")
    .replace(/[^\w\s-]/g, "")
    .trim()
    .replace(/[\s_]+/g, "-")
    .toLowerCase();
  return `${plain || "build"}.${ending}`;
}

/** Saves a blob under a name. */
export function download(name: string, blob: Blob): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
