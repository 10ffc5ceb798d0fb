import { set } from "./file/source";

/** A name for a rule, made of a file's: its first letters. */
export function idOf(fileName: string) {
  const word = /[a-z]+(?:[-_ ][a-z]+)*/.exec(fileName.toLowerCase().replace(/\.[^.]*$/, ""))?.[0] ?? "documents";
  return word.replace(/[_ ]+/g, "-");
}

/** A rule to begin with: it takes what lies in a folder of its own, and files it under the name that it came with. */
export function begin(fileName: string, connection: string) {
  const id = idOf(fileName);
  const title = id.charAt(0).toUpperCase() + id.slice(1).replaceAll("-", " ");
  return [
    "lectomen: 1",
    `rule: ${id}`,
    `title: ${title}`,
    "from: inbox",
    "do:",
    '  - name: "{file name}"',
    `  - file: { in: ${connection}, under: "${title}" }`,
    "",
  ].join("\n");
}

/** The rule's id as its file says it. */
export function idIn(text: string) {
  return /^rule:\s*(\S+)/m.exec(text)?.[1] ?? "";
}


/** The rule under another id, so that what somebody else made of it stays. */
export function apart(text: string) {
  return set(text, ["rule"], `${idIn(text)}-apart`);
}
