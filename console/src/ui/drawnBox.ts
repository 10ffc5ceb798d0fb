import { type PointerEvent, type RefObject, useState } from "react";

export interface DrawnBox {
  left: number;
  top: number;
  width: number;
  height: number;
}

interface Corners {
  from: { x: number; y: number };
  to: { x: number; y: number };
}

/** A box that is drawn over a layer with the pointer, in the units of its page; a click is a very small one. */
export function useDrawnBox(page: { width: number; height: number }, layer: RefObject<HTMLElement | null>, onDrawn: ((box: DrawnBox) => void) | undefined) {
  const [corners, setCorners] = useState<Corners>();
  if (onDrawn === undefined) return { handlers: {}, box: undefined };
  const at = (event: PointerEvent) => {
    const rect = layer.current?.getBoundingClientRect();
    const { left = 0, top = 0, width = 1, height = 1 } = rect ?? {};
    return { x: ((event.clientX - left) / width) * page.width, y: ((event.clientY - top) / height) * page.height };
  };
  const box = corners && {
    left: Math.min(corners.from.x, corners.to.x),
    top: Math.min(corners.from.y, corners.to.y),
    width: Math.abs(corners.from.x - corners.to.x),
    height: Math.abs(corners.from.y - corners.to.y),
  };
  const handlers = {
    onPointerDown: (event: PointerEvent<HTMLElement>) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      setCorners({ from: at(event), to: at(event) });
    },
    onPointerMove: (event: PointerEvent) => corners !== undefined && setCorners({ ...corners, to: at(event) }),
    onPointerCancel: () => setCorners(undefined),
    onPointerUp: () => {
      if (box !== undefined) onDrawn(box);
      setCorners(undefined);
    },
  };
  return { handlers, box };
}

/** Where a box stands on its page, for a style. */
export function placeOn(page: { width: number; height: number }, box: DrawnBox) {
  const share = (part: number, whole: number) => `${(100 * part) / whole}%`;
  return {
    left: share(box.left, page.width),
    top: share(box.top, page.height),
    width: share(box.width, page.width),
    height: share(box.height, page.height),
  };
}
