import { useRef } from "react";
import { type DrawnBox, placeOn, useDrawnBox } from "./drawnBox";

interface DrawLayerProps {
  page: { width: number; height: number };
  onDrawn: (box: DrawnBox) => void;
}

/** Lets a box be drawn on a page, with a mouse or a pen; a finger moves the page. */
export function DrawLayer({ page, onDrawn }: DrawLayerProps) {
  const layer = useRef<HTMLDivElement>(null);
  const drawn = useDrawnBox(page, layer, (box) => {
    if (box.width > page.width * LEAST_SHARE && box.height > page.height * LEAST_SHARE) onDrawn(box);
  });
  return (
    <div ref={layer} className="drawlayer" {...drawn.handlers}>
      {drawn.box !== undefined && <i className="drawn" style={placeOn(page, drawn.box)} />}
    </div>
  );
}

/** Smaller ones are clicks. */
const LEAST_SHARE = 0.004;
