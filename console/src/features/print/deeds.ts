import type { Deed, Print } from "./usePrints";

/** What can be done with a document now. */
export function deedsOf(print: Pick<Print, "state" | "endedAt">): Deed["action"][] {
  if (print.endedAt !== undefined) return ["again"];
  if (print.state === "held") return ["release", "first", "last", "cancel"];
  if (print.state === "waiting") return ["hold", "first", "last", "cancel"];
  return print.state === "printing" ? ["hold", "release", "cancel"] : [];
}

const SHAPES: Record<string, string> = {
  held: "held",
  waiting: "waiting",
  printing: "working",
  "in doubt": "in-doubt",
  printed: "filed",
  "not printed": "cancelled",
};

/** The shape of a job that stands where the document does. */
export const shapeOf = (print: Pick<Print, "state">) => SHAPES[print.state] ?? "waiting";
