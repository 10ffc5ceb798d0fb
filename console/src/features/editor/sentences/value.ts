import { held, list, type Path, remove, scalar, set, sourceAt } from "../file/source";
import type { Shape } from "../file/words";

/** A value as it is typed: a list with commas, anything else as in the file. */
export function typed(text: string, path: Path): string {
  const here = held(text, path);
  if (here?.kind === "text") return here.text;
  if (here?.kind === "list") return here.texts.join(", ");
  return here?.kind === "source" ? here.source : "";
}

/** The file with a value as it was typed. */
export function withTyped(text: string, path: Path, value: string, shape: Shape | undefined): string {
  if (value.trim() === "") return held(text, path) === undefined ? text : set(text, path, "''");
  const isSource = shape?.kind !== "name pattern" && shape?.kind !== "regular expression" && /^[[{]/.test(value);
  if (isSource && shape?.kind !== "folder") return set(text, path, value);
  const parts = value.split(",").map((part) => part.trim());
  if (shape?.isList === true && (parts.length > 1 || held(text, path)?.kind === "list")) {
    return set(text, path, list(parts.filter((part) => part !== "")));
  }
  return set(text, path, scalar(value, quotesAt(text, path, value)));
}

const isQuoted = (source: string) => /^['"]/.test(source);

/** The text's present quotes, so that it keeps them; none where only the previous text needed them. */
function quotesAt(text: string, path: Path, value: string) {
  const source = sourceAt(text, path);
  const here = held(text, path);
  if (!isQuoted(source) || here?.kind !== "text" || here.text === "") return undefined;
  if (isQuoted(scalar(here.text)) && !isQuoted(scalar(value))) return undefined;
  return source.startsWith('"') && !value.includes("\\") ? "QUOTE_DOUBLE" : "QUOTE_SINGLE";
}

/** The file without an emptied value. */
export function tidied(text: string, path: Path): string {
  const here = held(text, path);
  return here?.kind === "text" && here.text === "" ? remove(text, path) : text;
}

/** The file with a field renamed, also in its names and folders. */
export function withFieldCalled(text: string, from: string, to: string): string {
  const escaped = from.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
  return text.replace(new RegExp(`\\{(\\s*)${escaped}(\\s*[|}])`, "g"), (_, before: string, behind: string) => `{${before}${to}${behind}`);
}
