// A drawing as a file that stands alone: computed styles written into the elements, so no style sheet is needed.

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

/** The drawing as SVG text on its own paper. */
export function svgText(drawing: SVGSVGElement): string {
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  const [from, to] = [drawing.querySelectorAll("*"), copy.querySelectorAll("*")];
  from.forEach((element, index) => {
    const style = getComputedStyle(element);
    const written = KEPT.map((name) => `${name}:${style.getPropertyValue(name)}`).join(";");
    to[index]?.setAttribute("style", written);
    to[index]?.removeAttribute("class");
  });
  const paper = document.createElementNS("http://www.w3.org/2000/svg", "rect");
  paper.setAttribute("width", "100%");
  paper.setAttribute("height", "100%");
  paper.setAttribute("fill", getComputedStyle(document.body).backgroundColor);
  copy.prepend(paper);
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  return new XMLSerializer().serializeToString(copy);
}

/** The drawing as a PNG at twice its size. */
export async function toPng(drawing: SVGSVGElement): Promise<Blob> {
  const scale = 2;
  const image = new Image();
  const source = URL.createObjectURL(new Blob([svgText(drawing)], { type: "image/svg+xml" }));
  try {
    image.src = source;
    await image.decode();
    const canvas = document.createElement("canvas");
    canvas.width = drawing.clientWidth * scale;
    canvas.height = drawing.clientHeight * scale;
    canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await new Promise((resolve, reject) => {
      canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error("the picture could not be made"))));
    });
  } finally {
    URL.revokeObjectURL(source);
  }
}
