import { describe, expect, it } from "vitest";
import { roleWords } from "./roles";

describe("roles in words", () => {
  it.each([
    [[], "no role"],
    [[{ role: "auditor" }], "auditor"],
    [[{ role: "operator", rules: ["permits", "notices"] }, { role: "auditor" }], "operator of permits, notices; auditor"],
  ])("%o: %s", (roles, words) => expect(roleWords(roles)).toBe(words));
});
