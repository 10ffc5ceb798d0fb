import { describe, expect, it } from "vitest";
import { caretAt } from "./completion";

describe("the caret in a file that is not whole yet", () => {
  it.each([
    ["at the top", "lectomen: 1\nti", { map: [], word: undefined, begun: "ti" }],
    ["in a value at the top", "from: in", { map: [], word: "from", begun: "in" }],
    ["in a folder of a list", "from:\n  - folder: x\n    acc", { map: ["from", 0], word: undefined, begun: "acc" }],
    ["behind the dash of a step", "do:\n  - na", { map: ["do", 0], word: undefined, begun: "na" }],
    ["in the name of a step", 'do:\n  - name: "{ber', { map: ["do", 0], word: "name", begun: '"{ber' }],
    ["in the braces of a step", "do:\n  - file: { in: archive, wh", { map: ["do", 0, "file"], word: undefined, begun: "wh" }],
    ["in a value in braces", "do:\n  - file: { in: arc", { map: ["do", 0, "file"], word: "in", begun: "arc" }],
    ["in braces in braces", "then: { failed: { ta", { map: ["then", "failed"], word: undefined, begun: "ta" }],
    ["in a field", "do:\n  - find: x\n    fields:\n      berth: { ri", { map: ["do", 0, "fields", "berth"], word: undefined, begun: "ri" }],
    ["among fields", "do:\n  - find: x\n    fields:\n      a: { as: date }\n      b", { map: ["do", 0, "fields"], word: undefined, begun: "b" }],
    ["in a list in brackets", "from:\n  - folder: x\n    accept: [pdf, te", { map: ["from", 0], word: "accept", begun: "te" }],
    ["in a condition of a group", "when:\n  all:\n    - type is: pdf\n    - text c", { map: ["when", "all", 0], word: undefined, begun: "text c" }],
    ["behind a comment", "do:\n  # what it is called\n  - name: x", { map: ["do", 0], word: "name", begun: "x" }],
  ])("%s", (_, before, caret) => {
    expect(caretAt(before)).toEqual(caret);
  });
});
