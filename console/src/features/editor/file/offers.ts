import { held, mapsWith, type Path, textsIn } from "./source";
import { type Offer, offersOf, type Schema, type Shape } from "./words";

/** What the service has that a rule can name. */
export interface RuleVocabulary {
  schema: Schema;
  connections: string[];
  lookups: string[];
  rules: string[];
  /** Names of shared parts by what they hold. */
  parts: Record<string, string[]>;
}

/** A completion: it replaces the text from its start to the caret. */
export interface Fitting {
  from: number;
  offers: Offer[];
}

const plain = (texts: string[], says = ""): Offer[] => texts.map((text) => ({ text, says }));

/** Named parts of a condition on names: words in braces, or named groups. */
function partsOfName(text: string) {
  const like = held(text, ["when"]) === undefined ? [] : mapsWith(text, "name like").concat(mapsWith(text, "folder like"));
  const patterns = mapsWith(text, "name matches");
  return [
    ...like.flatMap((map) => Object.entries(textsIn(text, map)).flatMap(([word, value]) => (/ like$/.test(word) ? value.match(/\{[^{}]+}/g) ?? [] : []))),
    ...patterns.flatMap((map) => [...(textsIn(text, map)["name matches"] ?? "").matchAll(/\(\?<(\w+)>/g)].map((group) => `{${group[1]}}`)),
  ].map((slot) => slot.slice(1, -1));
}

/** The slots that a name can have in this rule, its own first. */
export function slots(text: string, known: RuleVocabulary): Offer[] {
  const fields = mapsWith(text, "fields").flatMap((map) => {
    const here = held(text, [...map, "fields"]);
    return here?.kind === "map" ? here.words : [];
  });
  const parameters = held(text, ["parameters"]);
  return [
    ...plain([...new Set(fields)], "A field of this rule."),
    ...plain([...new Set(partsOfName(text))], "A part of the name or folder that it came with."),
    ...plain(parameters?.kind === "map" ? parameters.words : [], "A parameter of this rule."),
    ...offersOf(known.schema, "slot"),
    ...plain((known.parts.counter ?? []).map((name) => `counter ${name}`), "A counter."),
    ...plain((known.parts["name pattern"] ?? []).map((name) => `pattern ${name}`), "A pattern that is kept as a shared part."),
  ];
}

/** What fits at the caret of a name pattern: a slot behind a brace, a transform behind a bar. */
function inPattern(written: string, caret: number, text: string, known: RuleVocabulary): Fitting {
  const before = written.slice(0, caret);
  const open = before.lastIndexOf("{");
  const inside = open >= 0 && !before.slice(open).includes("}");
  if (!inside) {
    return { from: caret, offers: slots(text, known).map(({ text: slot, says }) => ({ text: `{${slot}}`, says })) };
  }
  const bar = before.lastIndexOf("|");
  const from = bar > open ? bar + 1 : open + 1;
  const begun = before.slice(from).trimStart();
  const closes = written.slice(caret).startsWith("}") || /^[^{]*}/.test(written.slice(caret));
  const end = closes ? "" : "}";
  const offers = bar > open ? offersOf(known.schema, "transform") : slots(text, known);
  const fitting = offers.filter((offer) => offer.text.toLowerCase().startsWith(begun.toLowerCase()));
  return { from, offers: fitting.map(({ text: word, says }) => ({ text: `${bar > open ? " " : ""}${word}${end}`, says })) };
}

const SPANS = ["500ms", "2s", "30s", "5m", "1h", "4h", "2 days", "90 days"];
const KINDS: Record<string, (known: RuleVocabulary) => Offer[]> = {
  connection: (known) => plain(known.connections, "A connection of lectomen.yaml."),
  lookup: (known) => plain(known.lookups, "A lookup."),
  rule: (known) => plain(known.rules, "A rule."),
  "document type": (known) => plain(known.parts["document type"] ?? [], "A document type."),
  "step list": (known) => plain(known.parts["step list"] ?? [], "Steps that are kept as a shared part."),
  "file type": (known) => plain(known.parts["accept set"] ?? [], "An accept set."),
  span: () => plain(SPANS),
  days: () => plain(["working days", "every day", "[monday, friday]"]),
  hours: () => plain(["07:00 to 18:00", "22:00 to 06:00"]),
  times: () => plain(["17:30", "[12:00, 17:30]"]),
  form: () => plain(["PDF", "PDF/A-1b", "PDF/A-2b", "PDF/A-2u", "PDF/A-3b", "tiff", "png", "jpeg"]),
  folder: () => plain(["{inbox}/{rule}"]),
};

/** What fits at the caret of a value. */
export function fitting(shape: Shape, written: string, caret: number, text: string, known: RuleVocabulary): Fitting {
  if (shape.kind === "name pattern") return inPattern(written, caret, text, known);
  const all = [...plain(shape.options), ...(KINDS[shape.kind]?.(known) ?? [])];
  if (shape.isList) {
    const from = written.slice(0, caret).lastIndexOf(",") + 1;
    const begun = written.slice(from, caret).trim().toLowerCase();
    const gap = from === 0 ? "" : " ";
    return { from, offers: all.filter((offer) => offer.text.startsWith(begun)).map(({ text: word, says }) => ({ text: gap + word, says })) };
  }
  // A whole value that is one of them already leaves all to choose from.
  const isOne = all.some((offer) => offer.text === written);
  const begun = isOne ? "" : written.toLowerCase();
  const offers = all.filter((offer) => offer.text.toLowerCase().includes(begun));
  return { from: 0, offers };
}

/** A way that leads to a word in the file, as it is said: without the places of items. */
export const said = (path: Path) => path.filter((step) => typeof step === "string").join(", ");
