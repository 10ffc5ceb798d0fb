import { set } from "./file/source";

/** A rule id from the first letters of a file's name. */
export function idOf(fileName: string) {
  const word = /[a-z]+(?:[-_ ][a-z]+)*/.exec(fileName.toLowerCase().replace(/\.[^.]*$/, ""))?.[0] ?? "documents";
  return word.replace(/[_ ]+/g, "-");
}

/** A first rule: it takes files from a folder of its own and files them under their original name. */
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

/** The rule's id in its file. */
export function idIn(text: string) {
  return /^rule:\s*(\S+)/m.exec(text)?.[1] ?? "";
}


/** The rule under another id, so that somebody else's version stays. */
export function apart(text: string) {
  return set(text, ["rule"], `${idIn(text)}-apart`);
}
