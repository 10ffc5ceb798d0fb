import { type KeyboardEvent, type PointerEvent, useState } from "react";

const LEAST = 260;
const STEP = 20;

/** The width of the left one of two columns in pixels, as it was last set in this browser. */
export function useColumnWidth(key: string, usual: number): [number, (width: number) => void] {
  const [width, setWidth] = useState(() => Number(localStorage.getItem(key)) || usual);
  const change = (wanted: number) => {
    const now = Math.round(Math.max(LEAST, Math.min(wanted, window.innerWidth - LEAST)));
    localStorage.setItem(key, String(now));
    setWidth(now);
  };
  return [width, change];
}

interface DividerProps {
  label: string;
  width: number;
  onWidth: (width: number) => void;
}

/** The line between two columns: moved by the mouse, or by the arrow keys. */
export function Divider({ label, width, onWidth }: DividerProps) {
  const [from, setFrom] = useState<number>();
  const begin = (event: PointerEvent<HTMLDivElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    setFrom(width - event.clientX);
  };
  const arrows = (event: KeyboardEvent) => {
    const step = event.key === "ArrowLeft" ? -STEP : event.key === "ArrowRight" ? STEP : 0;
    if (step !== 0) {
      event.preventDefault();
      event.stopPropagation();
      onWidth(width + step);
    }
  };
  return (
    <div
      className="divider"
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-orientation="horizontal"
      aria-valuemin={LEAST}
      aria-valuemax={window.innerWidth - LEAST}
      aria-valuenow={width}
      onKeyDown={arrows}
      onPointerDown={begin}
      onPointerMove={(event) => from !== undefined && onWidth(from + event.clientX)}
      onPointerUp={() => setFrom(undefined)}
    />
  );
}
