import { describe, expect, it } from "vitest";
import { apart, begin, idIn, idOf } from "./draft";
import { withField } from "./sentences/additions";

describe("a rule that is being written", () => {
  it("is called by the file that it begins with", () => {
    expect(["berth-14.tif", "Crane certificate.pdf", "0147_north_mole.txt", "0815.pdf"].map(idOf)).toEqual([
      "berth",
      "crane-certificate",
      "north-mole",
      "documents",
    ]);
    expect(idIn(begin("berth-14.tif", "archive"))).toBe("berth");
    expect(idIn(apart(begin("berth-14.tif", "archive")))).toBe("berth-apart");
  });

  it("gets a step that finds its first field, before it is named", () => {
    expect(withField(begin("berth-14.tif", "archive"), "berth", "{ right of: Berth }").text).toContain(
      'from: inbox\ndo:\n  - find: document\n    fields:\n      berth: { right of: Berth }\n  - name: "{file name}"\n',
    );
    expect(withField("rule: a\ndo:\n  - read text: usual\n  - name: x\n", "berth", "{ right of: Berth }")).toEqual({
      text: "rule: a\ndo:\n  - read text: usual\n  - find: document\n    fields:\n      berth: { right of: Berth }\n  - name: x\n",
      path: ["do", 1, "fields", "berth"],
    });
  });

  const two = "do:\n  - find: report\n    fields:\n        report no: { pattern: 'BI-\\d+' }\n        # the place\n        berth: { below: Berth }\n  - name: x\n";

  it("gets further fields behind the others, with comments left where they are", () => {
    expect(withField(two, "inspector", "{ right of: Inspector }").text).toBe(
      two.replace("  - name: x", "        inspector: { right of: Inspector }\n  - name: x"),
    );
  });

  it("has a field of the same name written anew", () => {
    expect(withField(two, "berth", "{ right of: Berth }").text).toBe(two.replace("{ below: Berth }", "{ right of: Berth }"));
  });
});
