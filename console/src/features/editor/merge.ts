import { merge as merge3 } from "node-diff3";

/**
 * What two people made of the same text, in one.
 *
 * @returns nothing where both changed the same lines
 */
export function merged(mine: string, before: string, theirs: string): string | undefined {
  const result = merge3(mine.split("\n"), before.split("\n"), theirs.split("\n"), { stringSeparator: "\n" });
  return result.conflict ? undefined : result.result.join("\n");
}

/** The lines, counted from 1, that a text has and the one before had not. */
export function newLines(before: string, text: string): Set<number> {
  const known = new Map<string, number>();
  for (const line of before.split("\n")) known.set(line, (known.get(line) ?? 0) + 1);
  const fresh = new Set<number>();
  text.split("\n").forEach((line, place) => {
    const left = known.get(line) ?? 0;
    if (left === 0) fresh.add(place + 1);
    else known.set(line, left - 1);
  });
  return fresh;
}
