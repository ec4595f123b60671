import { keepPicture } from "./pictures";

/** Saves the picture of a view. */
export function KeepPicture({ of, name }: { of: string; name: string }) {
  const keep = (form: "svg" | "png") => {
    const picture = document.querySelector<SVGSVGElement>(of);
    if (picture) keepPicture(picture, name, form);
  };
  return (
    <span className="keep-picture">
      Picture:{" "}
      <button type="button" className="link" onClick={() => keep("svg")}>
        save as SVG
      </button>{" "}
      <button type="button" className="link" onClick={() => keep("png")}>
        save as PNG
      </button>{" "}
      <button type="button" className="link" onClick={() => window.print()}>
        print
      </button>
    </span>
  );
}
