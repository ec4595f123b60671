// A picture is drawn by the styles of the page: what is kept of it takes them along.

const properties = [
  "fill",
  "fill-opacity",
  "stroke",
  "stroke-width",
  "stroke-dasharray",
  "stroke-linecap",
  "opacity",
  "font-family",
  "font-size",
  "font-weight",
  "text-anchor",
  "paint-order",
  "stop-color",
  "display",
];

/** A picture as a file of its own, on the paper that it is shown on. */
export function asSvg(picture: SVGSVGElement): string {
  const copy = picture.cloneNode(true) as SVGSVGElement;
  const from = [picture, ...picture.querySelectorAll<SVGElement>("*")];
  const to = [copy, ...copy.querySelectorAll<SVGElement>("*")];
  from.forEach((element, i) => {
    const style = getComputedStyle(element);
    // As attributes: the policy of the page lets nothing be styled in line.
    for (const p of properties) to[i]?.setAttribute(p, style.getPropertyValue(p));
    to[i]?.removeAttribute("class");
    to[i]?.removeAttribute("style");
  });
  const { width, height } = picture.getBoundingClientRect();
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  copy.setAttribute("width", String(width));
  copy.setAttribute("height", String(height));
  const paper = document.createElementNS("http://www.w3.org/2000/svg", "rect");
  paper.setAttribute("width", "100%");
  paper.setAttribute("height", "100%");
  paper.setAttribute("fill", getComputedStyle(document.body).backgroundColor);
  copy.prepend(paper);
  return new XMLSerializer().serializeToString(copy);
}

/** Saves a picture, as it is drawn or twice as finely in dots. */
export async function keepPicture(picture: SVGSVGElement, name: string, form: "svg" | "png") {
  const svg = asSvg(picture);
  if (form === "svg") return save(new Blob([svg], { type: "image/svg+xml" }), `${name}.svg`);
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement("canvas");
  canvas.width = 2 * image.width;
  canvas.height = 2 * image.height;
  canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
  const dots = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/png"));
  if (dots) save(dots, `${name}.png`);
}

function save(blob: Blob, name: string) {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
