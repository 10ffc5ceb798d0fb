export interface Box {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** How a strip shows a place of a page: the width of the whole page and where it begins, in pixels of the screen. */
export interface Strip {
  width: number;
  left: number;
  top: number;
  box: Box;
}

const TALLEST = 46;
const WIDEST_SHARE = 0.72;

/** Enlarges a place so that it fills most of a strip, and no more. */
export function stripOf(box: Box, pageWidth: number, width: number, height: number): Strip {
  const perUnit = Math.min(TALLEST / Math.max(1e-6, box.height), (width * WIDEST_SHARE) / Math.max(1e-6, box.width), (width * 4) / pageWidth);
  const scaled = { left: box.left * perUnit, top: box.top * perUnit, width: box.width * perUnit, height: box.height * perUnit };
  const left = Math.max(0, scaled.left - (width - scaled.width) / 2);
  const top = Math.max(0, scaled.top - (height - scaled.height) / 2);
  return {
    width: pageWidth * perUnit,
    left,
    top,
    box: { left: scaled.left - left, top: scaled.top - top, width: scaled.width, height: scaled.height },
  };
}
