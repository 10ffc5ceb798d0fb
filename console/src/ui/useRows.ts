import { useState } from "react";

/** A cursor over the rows of a list, moved by keys; it stays at its place when rows come and go. */
export function useRows(count: number, first = -1) {
  const [at, setAt] = useState(first);
  const here = Math.min(at, count - 1);
  return {
    at: here,
    to: (place: number) => setAt(place),
    down: () => setAt(Math.min(here + 1, count - 1)),
    up: () => setAt(Math.max(here - 1, 0)),
  };
}
