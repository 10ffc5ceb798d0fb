import type { Completion, CompletionContext, CompletionResult } from "@codemirror/autocomplete";
import { fitting, type RuleVocabulary } from "./offers";
import { held, type Path } from "./source";
import { shapeAt } from "./words";

/** The caret's place in a file: the path of the map or value around it, from indents and braces alone. */
export interface Caret {
  /** The map in which a word may be written, or whose word's value is. */
  map: Path;
  /** The word whose value is written; nothing where a word itself is. */
  word: string | undefined;
  /** What is written so far of the word or value. */
  begun: string;
}

const indentOf = (line: string) => line.length - line.trimStart().length;
const KEY = /^((?:- +)*)("[^"]*"|'[^']*'|[^\s:#{}[\],"'][^:#]*):(?: |$)/;

/** Works also where the file is not whole yet, as it is while one writes. */
export function caretAt(before: string): Caret {
  const lines = before.split("\n");
  const last = lines.pop() ?? "";
  const braces = openBraces(last);
  let here = last;
  const inner: Path = [];
  let written = last;
  if (braces !== undefined) {
    here = last.slice(0, braces.from);
    written = braces.rest;
    inner.push(...braces.words);
  }
  const column = indentOf(last) + (/^\s*((?:- +)*)/.exec(last)?.[1]?.length ?? 0);
  const path = pathAbove([...lines, here], braces === undefined ? column : undefined);
  if (braces !== undefined) {
    const part = written.slice(written.lastIndexOf(",") + 1).trimStart();
    const found = KEY.exec(part);
    const isList = braces.kind === "[";
    if (isList) return { map: [...path, ...inner].slice(0, -1), word: String([...path, ...inner].at(-1)), begun: part };
    const map = [...path, ...inner];
    return found === null ? { map, word: undefined, begun: part } : { map, word: keyIn(found), begun: part.slice(found[0].length) };
  }
  const bare = last.trimStart();
  const found = KEY.exec(bare);
  if (found !== null) return { map: path, word: keyIn(found), begun: bare.slice(found[0].length) };
  return { map: path, word: undefined, begun: bare.replace(/^(?:- +)*/, "") };
}

const keyIn = (found: RegExpExecArray) => (found[2] ?? "").replace(/^["']|["']$/g, "").trim();

/** The innermost brace or bracket of a line that is still open, and the words that lead into it from the first. */
function openBraces(line: string) {
  const open: { kind: string; at: number }[] = [];
  let quote = "";
  for (let at = 0; at < line.length; at++) {
    const sign = line[at] ?? "";
    if (quote !== "") {
      if (sign === quote) quote = "";
    } else if ((sign === '"' || sign === "'") && /[\s:,[{]/.test(line[at - 1] ?? " ")) quote = sign;
    else if (sign === "{" || sign === "[") open.push({ kind: sign, at });
    else if (sign === "}" || sign === "]") open.pop();
  }
  const first = open[0];
  const inner = open.at(-1);
  if (first === undefined || inner === undefined) return undefined;
  const words: Path = [];
  for (let depth = 0; depth < open.length; depth++) {
    const start = depth === 0 ? indentOf(line) : (open[depth - 1]?.at ?? 0) + 1;
    const piece = line.slice(start, open[depth]?.at);
    const found = /([^,{}[\]:]+):\s*$/.exec(piece.replace(/^(?:- +)*/, ""));
    if (found?.[1] !== undefined) words.push(found[1].trim().replace(/^["']|["']$/g, ""));
  }
  return { from: first.at, rest: line.slice(inner.at + 1), words, kind: inner.kind };
}

/** The words above that a line at a column belongs to; with no column, the line is one that opens a brace. */
function pathAbove(lines: string[], column: number | undefined): Path {
  const path: Path = [];
  const last = lines.at(-1) ?? "";
  let limit = column ?? indentOf(last) + (/^\s*((?:- +)*)/.exec(last)?.[1]?.length ?? 0);
  if (/^\s*-/.test(last)) {
    path.unshift(0);
    limit = indentOf(last) + 1;
  }
  for (let at = lines.length - 2; at >= 0; at--) {
    const line = lines[at] ?? "";
    if (line.trim() === "" || line.trim().startsWith("#")) continue;
    const dash = /^\s*((?:- +)+)/.exec(line)?.[1]?.length ?? 0;
    const inner = indentOf(line) + dash;
    const found = KEY.exec(line.trimStart());
    if (dash > 0 && inner === limit && path[0] !== 0) {
      path.unshift(0);
      limit = indentOf(line) + 1;
    } else if (found !== null && inner < limit) {
      path.unshift(keyIn(found));
      limit = inner;
      if (dash > 0) {
        path.unshift(0);
        limit = indentOf(line) + 1;
      }
    }
  }
  return path;
}

/** What fits at the caret: words that a map does not have yet, or values, each explained with an example. */
export function completion(context: CompletionContext, known: RuleVocabulary): CompletionResult | null {
  const text = context.state.doc.toString();
  const caret = caretAt(text.slice(0, context.pos));
  if (caret.word === undefined) {
    if (caret.begun === "" && !context.explicit) return null;
    const shape = shapeAt(known.schema, caret.map);
    const here = held(text, caret.map);
    const own = here?.kind === "map" ? here.words : [];
    const options: Completion[] = (shape?.words ?? [])
      .filter((word) => !own.includes(word) || word === caret.begun)
      .map((word) => {
        const one = shapeAt(known.schema, [...caret.map, word]);
        return { label: word, apply: `${word}: `, info: [one?.says, one?.example].filter(Boolean).join("\n") };
      });
    return { from: context.pos - caret.begun.length, options };
  }
  const shape = shapeAt(known.schema, [...caret.map, caret.word]);
  if (shape === undefined) return null;
  const quote = /^["']/.test(caret.begun) ? 1 : 0;
  const begun = caret.begun.slice(quote);
  const fits = fitting(shape, begun, begun.length, text, known);
  const options: Completion[] = fits.offers.map((offer) => ({ label: offer.text.trim(), apply: offer.text, info: offer.says }));
  if (options.length === 0 && shape.example !== "") options.push({ label: shape.example, info: shape.says });
  return { from: context.pos - begun.length + fits.from, options, filter: false };
}
