import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, base, type Schemas } from "../../api/client";
import { useKeys } from "../../keys";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Loading } from "../../ui/Loading";
import type { Print } from "./usePrints";

const COARSE = 480;
const ZOOMS = [1, 1.5, 2.2, 3];
const SHARP = 960;
const WIDEST = 3_000;

type Size = Pick<Schemas["PageView"], "width" | "height">;

/** The whole side is seen at first. */
const widthOf = ({ width, height }: Size, scale: number) => `calc(min(100%, (100vh - 250px) * ${width / height}) * ${scale})`;

const millimetres = (points: number) => Math.round((points * 25.4) / 72);

const mediumOf = ({ width, height }: Size) => `${millimetres(width)} × ${millimetres(height)} mm`;

/** The sides of the sheets that a document is printed on: coarse at once, then sharp, and sharper where it is zoomed. */
export function Sides({ print }: { print: Print }) {
  const [side, setSide] = useState(1);
  const [zoom, setZoom] = useState(0);
  const ticket = JSON.stringify(print.ticket);
  const { data, isPending } = useQuery({
    queryKey: ["GET", "/prints", "side", print.id, side, ticket],
    queryFn: () => answer(api.GET("/api/v1/prints/{id}/sides/{side}", { params: { path: { id: print.id, side } } })),
    staleTime: Infinity,
  });
  const sides = data?.pages ?? 0;
  const scale = ZOOMS[zoom] ?? 1;
  const to = (next: number) => next >= 1 && next <= sides && setSide(next);
  const larger = () => setZoom((zoom + 1) % ZOOMS.length);
  useKeys([
    { keys: [","], words: texts.print.previous.toLowerCase(), act: () => to(side - 1), caps: [",", "."], shown: true },
    { keys: ["."], words: texts.print.next.toLowerCase(), act: () => to(side + 1) },
    { keys: ["z"], words: texts.key.larger, act: larger, shown: true },
  ]);
  const picture = (width: number) =>
    new URL(`api/v1/prints/${print.id}/sides/${side}/picture?width=${Math.min(WIDEST, Math.round(width))}&of=${encodeURIComponent(ticket)}`, base).href;
  return (
    <figure aria-label={texts.print.preview} className="sides">
      <div className="sheetframe" tabIndex={0} role="group" aria-label={texts.print.preview}>
        {isPending && <Loading />}
        {data?.reason !== undefined && (
          <p className="say p-4">
            {texts.print.noPicture} {data.reason.words}
          </p>
        )}
        {data !== undefined && data.reason === undefined && (
          <div className="scaled" style={{ width: widthOf(data, scale), backgroundImage: `url("${picture(COARSE)}")`, backgroundSize: "100% 100%" }}>
            <img
              key={`${side} ${zoom} ${ticket}`}
              alt={texts.print.side(side, sides)}
              src={picture(SHARP * scale)}
              width={data.width}
              height={data.height}
            />
          </div>
        )}
      </div>
      <figcaption className="pnav">
        <span>{data !== undefined && sides > 0 ? `${texts.print.side(side, sides)}, ${mediumOf(data)}` : ""}</span>
        <span className="acts">
          <Do cap="," disabled={side <= 1} aria-label={texts.print.previous} onClick={() => to(side - 1)}>
            ←
          </Do>
          <Do cap="." disabled={side >= sides} aria-label={texts.print.next} onClick={() => to(side + 1)}>
            →
          </Do>
          <Do cap="z" onClick={larger}>
            {scale === 1 ? texts.print.whole : `${Math.round(scale * 100)} %`}
          </Do>
        </span>
      </figcaption>
    </figure>
  );
}
