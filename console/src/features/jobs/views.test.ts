import { describe, expect, it } from "vitest";
import { readViews, withView } from "./views";

describe("views", () => {
  const failed = { name: "Failed today", address: "state=failed&in=today", hidden: ["size"] };

  it("are read as they were kept, and what is no view is left out", () => {
    expect(readViews(JSON.stringify([failed, { name: 3 }, null, "x"]))).toEqual([failed]);
    expect(readViews("no JSON")).toEqual([]);
    expect(readViews(null)).toEqual([]);
  });

  it("replace one of the same name and stand in order", () => {
    const views = withView(withView([failed], { ...failed, name: "All" }), { ...failed, hidden: [] });
    expect(views.map((view) => view.name)).toEqual(["All", "Failed today"]);
    expect(views[1]?.hidden).toEqual([]);
  });
});
