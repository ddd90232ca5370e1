// A drawing as a file that stands alone: its title, its faces and the styles of its elements written into it.

const KEPT = [
  "fill",
  "fill-opacity",
  "stroke",
  "stroke-width",
  "stroke-dasharray",
  "font-family",
  "font-size",
  "font-weight",
  "text-anchor",
  "paint-order",
];
/** Room over the drawing for its title, px. */
const TITLE_PX = 28;
const SVG = "http://www.w3.org/2000/svg";

function styled(drawing: SVGSVGElement): SVGSVGElement {
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  const [from, to] = [drawing.querySelectorAll("*"), copy.querySelectorAll("*")];
  from.forEach((element, index) => {
    const style = getComputedStyle(element);
    const written = KEPT.map((name) => `${name}:${style.getPropertyValue(name)}`).join(";");
    to[index]?.setAttribute("style", written);
    to[index]?.removeAttribute("class");
  });
  // What answers to hands is not there any more.
  copy.querySelectorAll("[tabindex]").forEach((element) => element.removeAttribute("tabindex"));
  for (const name of ["class", "tabindex", "role", "style"]) copy.removeAttribute(name);
  return copy;
}

/** Whether a letter of the text lies in one of the ranges of a face ("U+0-FF, U+2126"). */
function covers(ranges: string, text: string): boolean {
  const bounds = ranges.split(",").map((range) => {
    const [from = "", to = from] = range.trim().replace(/^U\+/iu, "").split("-");
    return [Number.parseInt(from, 16), Number.parseInt(to, 16)] as const;
  });
  return [...text].some((letter) => {
    const code = letter.codePointAt(0) ?? 0;
    return bounds.some(([from, to]) => code >= from && code <= to);
  });
}

const inlined = new Map<string, Promise<string>>();

/** A font file as a data address, fetched once. */
function dataAddress(url: string): Promise<string> {
  const known = inlined.get(url);
  if (known) return known;
  const made = fetch(url)
    .then((reply) => reply.blob())
    .then(
      (blob) =>
        new Promise<string>((resolve, reject) => {
          const reader = new FileReader();
          reader.onload = () => resolve(String(reader.result));
          reader.onerror = () => reject(reader.error ?? new Error("the font could not be read"));
          reader.readAsDataURL(blob);
        }),
    );
  inlined.set(url, made);
  made.catch(() => inlined.delete(url));
  return made;
}

/** The faces of the page that a drawing uses, with their files inside. */
async function faces(drawing: SVGSVGElement): Promise<string> {
  const text = drawing.textContent ?? "";
  const used = new Set<string>();
  drawing.querySelectorAll("text, tspan").forEach((element) => {
    const style = getComputedStyle(element);
    const family = style.fontFamily.split(",")[0]?.replaceAll('"', "").trim() ?? "";
    used.add(`${family} ${style.fontWeight}`);
  });
  const rules = [...document.styleSheets].flatMap((sheet) => [...sheet.cssRules]);
  const written = rules.flatMap((rule) => {
    if (!(rule instanceof CSSFontFaceRule)) return [];
    const value = (name: string) => rule.style.getPropertyValue(name).replaceAll('"', "").trim();
    const [family, weight, ranges] = [value("font-family"), value("font-weight"), value("unicode-range")];
    const address = /url\(([^)]+)\)/u.exec(value("src"))?.[1];
    if (!address || !used.has(`${family} ${weight}`) || !covers(ranges, text)) return [];
    const url = new URL(address, rule.parentStyleSheet?.href ?? location.href).href;
    return [
      dataAddress(url).then(
        (data) =>
          `@font-face{font-family:"${family}";font-weight:${weight};unicode-range:${ranges};src:url(${data}) format("woff2")}`,
      ),
    ];
  });
  // A face that cannot be had leaves the drawing with the machine's own.
  const done = await Promise.allSettled(written);
  return done.flatMap((one) => (one.status === "fulfilled" ? [one.value] : [])).join("");
}

/** The drawing as SVG text on its own paper, under its title. */
export async function svgText(drawing: SVGSVGElement, title: string): Promise<string> {
  const { width, height } = drawing.getBoundingClientRect();
  const copy = styled(drawing);
  const add = (name: string, attributes: Record<string, string | number>, text = "") => {
    const made = document.createElementNS(SVG, name);
    for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, String(value));
    made.textContent = text;
    return made;
  };
  const body = getComputedStyle(document.body);
  const box = drawing.viewBox.baseVal;
  const [left, top, across, down] =
    box && box.width > 0 ? [box.x, box.y, box.width, box.height] : [0, 0, width, height];
  const scale = across / width || 1;
  const room = TITLE_PX * scale;
  copy.setAttribute("xmlns", SVG);
  copy.setAttribute("width", String(width));
  copy.setAttribute("height", String(height + TITLE_PX));
  copy.setAttribute("viewBox", `${left} ${top - room} ${across} ${down + room}`);
  const words = { x: left + 8 * scale, y: top - 10 * scale, fill: body.color };
  copy.prepend(
    add("title", {}, title),
    add("style", {}, await faces(drawing)),
    add("rect", {
      x: left,
      y: top - room,
      width: across,
      height: down + room,
      fill: body.backgroundColor,
    }),
    add(
      "text",
      { ...words, "font-family": body.fontFamily, "font-size": 13 * scale, "font-weight": 400 },
      title,
    ),
  );
  return new XMLSerializer().serializeToString(copy);
}

/** The drawing as a PNG at twice its size. */
export async function toPng(drawing: SVGSVGElement, title: string): Promise<Blob> {
  const scale = 2;
  const image = new Image();
  const text = await svgText(drawing, title);
  const source = URL.createObjectURL(new Blob([text], { type: "image/svg+xml" }));
  try {
    image.src = source;
    await image.decode();
    const canvas = document.createElement("canvas");
    canvas.width = image.width * scale;
    canvas.height = image.height * scale;
    canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await new Promise((resolve, reject) => {
      canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error("the picture could not be made"))));
    });
  } finally {
    URL.revokeObjectURL(source);
  }
}
