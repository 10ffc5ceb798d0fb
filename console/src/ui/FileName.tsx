const TAIL = 11;

/** A file name in a list: shortened in the middle, so that the extension is always visible; whole in the tooltip and when copied. */
export function FileName({ name, raw = false }: { name: string; raw?: boolean }) {
  const signs = [...name];
  const head = signs.slice(0, Math.max(0, signs.length - TAIL)).join("");
  const tail = signs.slice(-TAIL).join("");
  return (
    <span className={raw ? "nm raw" : "nm"} title={name}>
      <span className="h">{head}</span>
      <span className="t">{tail}</span>
    </span>
  );
}

export function lastOf(path: string) {
  return path.slice(path.lastIndexOf("/") + 1);
}

/** The letter of a field by its place: a to z, then aa and on. */
export function letterOf(place: number): string {
  const letter = String.fromCharCode(97 + (place % 26));
  return place < 26 ? letter : letterOf(Math.floor(place / 26) - 1) + letter;
}

export interface Slot {
  text: string;
  field?: number;
}

/**
 * A name split into the values of its fields and the text between. Fields are searched in their order, the longest value
 * first where two match at one place.
 */
export function slotsOf(name: string, values: string[]): Slot[] {
  const slots: Slot[] = [];
  const free = new Set(values.map((_, at) => at));
  let fixed = "";
  let at = 0;
  while (at < name.length) {
    const here = [...free]
      .filter((field) => values[field] !== "" && name.startsWith(values[field] ?? "", at))
      .sort((one, other) => (values[other]?.length ?? 0) - (values[one]?.length ?? 0))[0];
    if (here === undefined) {
      fixed += name[at];
      at++;
      continue;
    }
    if (fixed !== "") slots.push({ text: fixed });
    fixed = "";
    slots.push({ text: values[here] ?? "", field: here });
    free.delete(here);
    at += values[here]?.length ?? 1;
  }
  if (fixed !== "") slots.push({ text: fixed });
  return slots;
}

interface AnnotatedNameProps {
  name: string;
  fields: { name: string; value: string }[];
  endingWords: string;
  chosen?: number | undefined;
  onChoose?: (field: number) => void;
}

/** The title of a page, with a bracket and a letter under each part that came from a field. */
export function AnnotatedName({ name, fields, endingWords, chosen, onChoose }: AnnotatedNameProps) {
  const dot = name.lastIndexOf(".");
  const stem = dot > 0 ? name.slice(0, dot) : name;
  const ending = dot > 0 ? name.slice(dot) : "";
  const slots = slotsOf(
    stem,
    fields.map((field) => field.value),
  );
  return (
    <h1 className="gloss" aria-label={name}>
      {slots.map((slot, at) =>
        slot.field === undefined ? (
          <span key={at} className="fix">
            {slot.text}
          </span>
        ) : (
          <span key={at} className="slot" onPointerEnter={() => onChoose?.(slot.field ?? 0)}>
            <b>{slot.text}</b>
            <i>
              <span className={chosen === slot.field ? "key on" : "key"}>{letterOf(slot.field)}</span>
              <span>{fields[slot.field]?.name}</span>
            </i>
          </span>
        ),
      )}
      {ending !== "" && (
        <span className="slot ending">
          <b>{ending}</b>
          <i>{slots.some((slot) => slot.field !== undefined) ? endingWords : ""}</i>
        </span>
      )}
    </h1>
  );
}
