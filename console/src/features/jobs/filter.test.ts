import { describe, expect, it } from "vitest";
import { askedOf, sinceOf, withPart } from "./filter";

const NOW = new Date(2026, 10, 23, 15, 0);

describe("the filter in the address", () => {
  it("narrows nothing when it is empty or not understood", () => {
    expect(askedOf(new URLSearchParams("order=sideways&in=never"), NOW)).toEqual({ filter: {}, order: "newest", when: "any" });
  });

  it("says state, rule, name, time and order", () => {
    const asked = askedOf(new URLSearchParams("state=failed&rule=permits&name=Quay%203&in=today&order=changed"), NOW);
    expect(asked.order).toBe("changed");
    expect(asked.filter).toEqual({
      state: "failed",
      rule: "permits",
      name: "Quay 3",
      since: new Date(2026, 10, 23).toISOString(),
    });
  });

  it("counts today among the last days", () => expect(sinceOf("week", NOW)).toBe(new Date(2026, 10, 17).toISOString()));

  it("loses a part that is emptied and keeps the others", () => {
    const address = withPart(new URLSearchParams("state=failed&name=a&since=x"), "state", "");
    expect(address.toString()).toBe("name=a&since=x");
    expect(withPart(address, "in", "week").toString()).toBe("name=a&in=week");
  });
});
