import { isMap, isScalar, isSeq, LineCounter, type Node, type Pair, parseDocument, Scalar, stringify, type YAMLMap, type YAMLSeq } from "yaml";

/** Words and places that lead to a value in a rule file, from the top. */
export type Path = (string | number)[];

interface Span {
  start: number;
  end: number;
}

interface Parsed {
  root: Node | null;
  lines: LineCounter;
}

const MOST_PARSED = 8;
const parsedTexts = new Map<string, Parsed>();

/** A file as it is built. Each sentence asks the same text again, so the last ones are remembered. */
function document(text: string): Parsed {
  const known = parsedTexts.get(text);
  if (known !== undefined) return known;
  const lines = new LineCounter();
  const parsed = parseDocument(text, { lineCounter: lines, strict: false, uniqueKeys: false, schema: "failsafe" });
  const made = { root: parsed.contents as Node | null, lines };
  const oldest = parsedTexts.keys().next().value;
  if (parsedTexts.size >= MOST_PARSED && oldest !== undefined) parsedTexts.delete(oldest);
  parsedTexts.set(text, made);
  return made;
}

const keyOf = (pair: Pair) => (isScalar(pair.key) ? String(pair.key.value) : "");

function pairIn(map: YAMLMap, word: string) {
  return map.items.find((pair) => keyOf(pair) === word);
}

function child(node: Node | null, step: string | number): Node | null {
  if (isMap(node) && typeof step === "string") return (pairIn(node, step)?.value ?? null) as Node | null;
  if (isSeq(node) && typeof step === "number") return (node.items[step] ?? null) as Node | null;
  return null;
}

function walk(root: Node | null, path: Path) {
  return path.reduce<Node | null>(child, root);
}

/** Where the characters of a node are, without what only ends its line. */
function spanOf(text: string, node: Node): Span {
  const [start = 0, end = 0] = node.range ?? [];
  return { start, end: start + text.slice(start, end).trimEnd().length };
}

const lineStart = (text: string, at: number) => text.lastIndexOf("\n", at - 1) + 1;
function lineEnd(text: string, at: number) {
  const end = text.indexOf("\n", at);
  return end < 0 ? text.length : end;
}
const splice = (text: string, { start, end }: Span, by: string) => text.slice(0, start) + by + text.slice(end);

/** A text as written in a file. */
export function scalar(value: string, like?: Scalar.Type) {
  const node = new Scalar(value);
  if (like !== undefined && like !== Scalar.PLAIN) node.type = like === Scalar.QUOTE_DOUBLE ? like : Scalar.QUOTE_SINGLE;
  const written = stringify(node, { lineWidth: 0, singleQuote: true, schema: "failsafe" }).trimEnd();
  // In a line of a map in braces, these would end it.
  return node.type === undefined && /[,[\]{}]/.test(value) && !/^['"]/.test(written) ? `'${value.replaceAll("'", "''")}'` : written;
}

/** A list of texts as written in a file. */
export const list = (values: string[]) => `[${values.map((value) => scalar(value)).join(", ")}]`;

/** The value at a place. */
export type Held = { kind: "text"; text: string } | { kind: "list"; texts: string[] } | { kind: "map"; words: string[] } | { kind: "source"; source: string };

export function held(text: string, path: Path): Held | undefined {
  const node = walk(document(text).root, path);
  if (node === null) return undefined;
  if (isScalar(node)) return { kind: "text", text: String((node as Scalar<string | number | boolean | null>).value ?? "") };
  if (isMap(node)) return { kind: "map", words: node.items.map(keyOf) };
  if (isSeq(node) && node.items.every((item) => isScalar(item) && !String(item.value).includes(","))) {
    return { kind: "list", texts: node.items.map((item) => String((item as Scalar).value)) };
  }
  const { start, end } = spanOf(text, node);
  return { kind: "source", source: text.slice(start, end) };
}

/** The source text of the value at a place. */
export function sourceAt(text: string, path: Path) {
  const node = walk(document(text).root, path);
  if (node === null) return "";
  const { start, end } = spanOf(text, node);
  return text.slice(start, end);
}

/** The texts of a map's own words, for those that are texts. */
export function textsIn(text: string, path: Path): Record<string, string> {
  const node = walk(document(text).root, path);
  if (!isMap(node)) return {};
  return Object.fromEntries(node.items.filter((pair) => isScalar(pair.value)).map((pair) => [keyOf(pair), String((pair.value as Scalar).value)]));
}

/** All maps of a file that hold a word, by what leads to them. */
export function mapsWith(text: string, word: string): Path[] {
  const found: Path[] = [];
  const look = (node: unknown, path: Path) => {
    if (isMap(node)) {
      if (pairIn(node, word) !== undefined) found.push(path);
      for (const pair of node.items) look(pair.value, [...path, keyOf(pair)]);
    } else if (isSeq(node)) {
      node.items.forEach((item, place) => look(item, [...path, place]));
    }
  };
  look(document(text).root, []);
  return found;
}

/** The path to the map whose word is on a line; the innermost one where there are several. */
export function placeOf(text: string, line: number, word: string): Path | undefined {
  const { root, lines } = document(text);
  let found: Path | undefined;
  const look = (node: unknown, path: Path) => {
    if (isMap(node)) {
      for (const pair of node.items) {
        const start = isScalar(pair.key) ? (pair.key.range?.[0] ?? 0) : 0;
        if (keyOf(pair) === word && lines.linePos(start).line === line) found = path;
        look(pair.value, [...path, keyOf(pair)]);
      }
    } else if (isSeq(node)) {
      node.items.forEach((item, place) => look(item, [...path, place]));
    }
  };
  look(root, []);
  return found;
}

/** The line of a value, counted from 1. */
export function lineOf(text: string, path: Path) {
  const { root, lines } = document(text);
  const last = path.at(-1);
  const parent = walk(root, path.slice(0, -1));
  const pair = isMap(parent) && typeof last === "string" ? pairIn(parent, last) : undefined;
  const start = isScalar(pair?.key) ? pair.key.range?.[0] : walk(root, path)?.range?.[0];
  return start === undefined ? 0 : lines.linePos(start).line;
}

/** The word for which a plain value is the short form of a map. */
const SHORT_FOR: Record<string, string> = { convert: "to", "check in": "lookup" };

/** The file with another value at a place; everything else stays unchanged. @param source the value's source text */
export function set(text: string, path: Path, source: string): string {
  const { root } = document(text);
  const last = path.at(-1);
  if (last === undefined) return source;
  if (root === null) return `${String(last)}: ${source}\n`;
  const parent = walk(root, path.slice(0, -1));
  const node = walk(root, path);
  if (node !== null) {
    const span = spanOf(text, node);
    const gap = span.start === span.end && text[span.start - 1] !== " " ? " " : "";
    return splice(text, span, gap + source);
  }
  if (isMap(parent) && typeof last === "string") return withWord(text, parent, last, source);
  if (isSeq(parent)) return insert(text, path.slice(0, -1), parent.items.length, source);
  const above = path.at(-2);
  const short = parent !== null && isScalar(parent) && typeof above === "string" ? SHORT_FOR[above] : undefined;
  const before = short === undefined ? "" : `${short}: ${text.slice(spanOf(text, parent as Node).start, spanOf(text, parent as Node).end)}, `;
  if (above === "from") return set(text, path.slice(0, -1), `{ folder: "{inbox}/{rule}", ${String(last)}: ${source} }`);
  return set(text, path.slice(0, -1), `{ ${before}${String(last)}: ${source} }`);
}

function withWord(text: string, map: YAMLMap, word: string, source: string) {
  const written = `${word}: ${source}`;
  const { start, end } = spanOf(text, map);
  if (map.flow === true) {
    const inner = text.slice(start, end - 1).trimEnd();
    return splice(text, { start, end }, map.items.length === 0 ? `{ ${written} }` : `${inner}, ${written} }`);
  }
  const at = lineEnd(text, end);
  const column = start - lineStart(text, start);
  return splice(text, { start: at, end: at }, `\n${" ".repeat(column)}${written}`);
}

/** The file with a word in place of another; its value stays. */
export function rename(text: string, path: Path, word: string) {
  const { root } = document(text);
  const parent = walk(root, path.slice(0, -1));
  const pair = isMap(parent) ? pairIn(parent, String(path.at(-1))) : undefined;
  return isScalar(pair?.key) ? splice(text, spanOf(text, pair.key), scalar(word)) : text;
}

/** The file without the value at a place, and without what would be empty then. */
export function remove(text: string, path: Path): string {
  const { root } = document(text);
  const last = path.at(-1);
  const parent = walk(root, path.slice(0, -1));
  if (last === undefined || !(isMap(parent) || isSeq(parent))) return text;
  if (parent.items.length === 1) return path.length === 1 ? text : remove(text, path.slice(0, -1));
  const place = isMap(parent) ? parent.items.findIndex((pair) => keyOf(pair) === last) : Number(last);
  const spans = spansOf(text, parent);
  const span = spans[place];
  if (span === undefined) return text;
  const next = spans[place + 1];
  const before = spans[place - 1];
  if (parent.flow === true || sharesLine(text, parent, place)) {
    if (next !== undefined) return splice(text, { start: span.start, end: next.start }, "");
    return splice(text, { start: before?.end ?? span.start, end: span.end }, "");
  }
  return splice(text, { start: lineStart(text, span.start), end: Math.min(text.length, lineEnd(text, span.end) + 1) }, "");
}

/** Whether something precedes it in its line, such as the dash of a list before the first word of a map. */
function sharesLine(text: string, parent: YAMLMap | YAMLSeq, place: number) {
  const span = spansOf(text, parent)[place];
  return span !== undefined && text.slice(lineStart(text, span.start), span.start).trim() !== "";
}

/** Where the parts of a map or list are: a pair from its word on, an item from its dash on. */
function spansOf(text: string, parent: YAMLMap | YAMLSeq): Span[] {
  if (isMap(parent)) {
    return parent.items.map((pair) => {
      const key = spanOf(text, pair.key as Node);
      const value = pair.value === null || pair.value === undefined ? key : spanOf(text, pair.value as Node);
      return { start: key.start, end: Math.max(key.end + 1, value.end) };
    });
  }
  return parent.items.map((item) => {
    const span = spanOf(text, item as Node);
    return parent.flow === true ? span : { start: text.lastIndexOf("-", span.start), end: span.end };
  });
}

/** The file with one more item in a list. @param source of the item, its further lines standing under its first */
export function insert(text: string, path: Path, place: number, source: string) {
  const node = walk(document(text).root, path);
  if (!isSeq(node) || node.items.length === 0) return set(text, path, `[${source}]`);
  const spans = spansOf(text, node);
  if (node.flow === true) {
    const next = spans[place];
    if (next !== undefined) return splice(text, { start: next.start, end: next.start }, `${source}, `);
    const end = spans.at(-1)?.end ?? 0;
    return splice(text, { start: end, end }, `, ${source}`);
  }
  const first = spans[0]?.start ?? 0;
  const indent = " ".repeat(first - lineStart(text, first));
  const lines = `${indent}- ${source.replaceAll("\n", `\n${indent}  `)}`;
  const before = spans[place - 1];
  const above = withComments(text, lineStart(text, first));
  if (before === undefined) return splice(text, { start: above, end: above }, `${lines}\n`);
  const at = lineEnd(text, before.end);
  return splice(text, { start: at, end: at }, `\n${lines}`);
}

/** The file with an entry of a map or list moved up or down, with the comments above it. */
export function move(text: string, path: Path, by: 1 | -1) {
  const parent = walk(document(text).root, path.slice(0, -1));
  if (!(isMap(parent) || isSeq(parent)) || parent.flow === true) return text;
  const place = isMap(parent) ? parent.items.findIndex((pair) => keyOf(pair) === path.at(-1)) : Number(path.at(-1));
  const upper = by === 1 ? place : place - 1;
  const spans = spansOf(text, parent).map(({ start, end }) => ({ start: withComments(text, lineStart(text, start)), end: lineEnd(text, end) }));
  const one = spans[upper];
  const other = spans[upper + 1];
  if (one === undefined || other === undefined || sharesLine(text, parent, upper)) return text;
  const between = text.slice(one.end, other.start);
  return text.slice(0, one.start) + text.slice(other.start, other.end) + between + text.slice(one.start, one.end) + text.slice(other.end);
}

function withComments(text: string, start: number) {
  let at = start;
  while (at > 0 && /^[ \t]*#/.test(text.slice(lineStart(text, at - 1), at - 1))) at = lineStart(text, at - 1);
  return at;
}
