import type { Path } from "./source";

/** A piece of the schema of rule files. */
export interface Schema {
  $ref?: string;
  anyOf?: Schema[];
  oneOf?: Schema[];
  enum?: (string | number)[];
  const?: string;
  type?: string | string[];
  properties?: Record<string, Schema>;
  additionalProperties?: Schema | boolean;
  required?: string[];
  items?: Schema;
  description?: string;
  examples?: string[];
  format?: string;
  $defs?: Record<string, Schema>;
}

/** What is allowed at a place of a file. */
export interface Shape {
  says: string;
  example: string;
  /** Of what kind a text is, such as a name pattern; empty where any will do. */
  kind: string;
  /** The texts that it can be; none where it is free. */
  options: string[];
  isList: boolean;
  /** The words that a map here can have. */
  words: string[];
}

/** All forms that a piece of the schema allows. */
function forms(schema: Schema, root: Schema): Schema[] {
  if (schema.$ref !== undefined) {
    const named = root.$defs?.[schema.$ref.replace("#/$defs/", "")];
    return named === undefined ? [] : forms(named, root);
  }
  const ways = schema.anyOf ?? schema.oneOf;
  return ways === undefined || schema.properties !== undefined ? [schema] : ways.flatMap((way) => forms(way, root));
}

function below(schema: Schema, root: Schema, step: string | number): Schema[] {
  return forms(schema, root).flatMap((form) => {
    if (typeof step === "number") return form.items === undefined ? [] : [form.items];
    const own = form.properties?.[step];
    if (own !== undefined) return [own];
    return typeof form.additionalProperties === "object" ? [form.additionalProperties] : [];
  });
}

/** @param path may leave out the places of items: a list of one is read as its only item */
export function schemasAt(root: Schema, path: Path): Schema[] {
  return path.reduce<Schema[]>(
    (here, step) =>
      here.flatMap((schema) => {
        const direct = below(schema, root, step);
        if (direct.length > 0 || typeof step === "number") return direct;
        return below(schema, root, 0).flatMap((item) => below(item, root, step));
      }),
    [root],
  );
}

/** What is allowed at a place; undefined where no rule file has such a place. */
export function shapeAt(root: Schema, path: Path): Shape | undefined {
  const all = schemasAt(root, path);
  const first = all[0];
  if (first === undefined) return undefined;
  const ways = all.flatMap((schema) => forms(schema, root));
  const items = ways.flatMap((way) => (way.items === undefined ? [] : forms(way.items, root)));
  return {
    says: first.description ?? "",
    example: first.examples?.[0] ?? "",
    kind: first.format ?? "",
    options: [...new Set([...ways, ...items].flatMap((way) => way.enum ?? []).map(String))],
    isList: ways.some((way) => way.type === "array"),
    words: [...new Set(ways.flatMap((way) => Object.keys(way.properties ?? {})))],
  };
}

/** The words of the file that ask for a value of the same shape, such as the other conditions that take a text. */
export function wordsLike(root: Schema, map: Path, word: string): string[] {
  const shape = (schema: Schema) => `${schema.$ref ?? ""} ${schema.format ?? ""}`;
  return schemasAt(root, map)
    .flatMap((schema) => forms(schema, root))
    .filter((form) => form.properties?.[word] !== undefined)
    .flatMap((form) => {
      const own = form.properties?.[word];
      return Object.entries(form.properties ?? {}).flatMap(([other, schema]) => (own !== undefined && shape(schema) === shape(own) ? [other] : []));
    });
}

/** A text that is offered, and what it says. */
export interface Offer {
  text: string;
  says: string;
}

/** The slots or transforms that every name can have. */
export function offersOf(root: Schema, group: "slot" | "transform"): Offer[] {
  return (root.$defs?.[group]?.anyOf ?? []).map((way) => ({
    text: way.const ?? "",
    says: [way.description, way.examples?.[0]].filter(Boolean).join(" "),
  }));
}
