import { useLayoutEffect, useRef, useState } from "react";
import { pictureOf } from "./picture";
import { stripOf } from "./place";
import { type Field, usePage } from "./useDesk";

const HEIGHT = 110;
const PICTURE_WIDTH = 2_000;

/** The place of a field on its page, enlarged. */
export function FieldStrip({ job, field }: { job: string; field: Field }) {
  const { data: page } = usePage(job, field.page);
  const frame = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(600);
  useLayoutEffect(() => {
    if (frame.current !== null) setWidth(frame.current.clientWidth || 600);
  }, [page]);
  if (page === undefined || page.reason !== undefined || field.page === 0) return null;
  if (page.lines.length > 0) {
    const row = Math.floor(field.box.top);
    return <pre className="strip text">{page.lines.slice(Math.max(0, row - 1), row + 2).join("\n")}</pre>;
  }
  const strip = stripOf(field.box, page.width, width, HEIGHT);
  return (
    <div ref={frame} className="strip" style={{ height: HEIGHT }} aria-hidden="true">
      <img
        src={pictureOf(job, field.page, PICTURE_WIDTH)}
        alt=""
        style={{ width: strip.width, left: -strip.left, top: -strip.top }}
      />
      <i style={{ left: strip.box.left - 4, top: strip.box.top - 4, width: strip.box.width + 8, height: strip.box.height + 8 }} />
    </div>
  );
}
