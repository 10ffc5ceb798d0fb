import { describe, expect, it } from "vitest";
import { styleOf, STATE_CODES, stationOf, wordOf } from "./states";

describe("where a job stands", () => {
  it.each([
    [{ state: "waiting" }, 0],
    [{ state: "working" }, 2],
    [{ state: "unmatched" }, 1],
    [{ state: "filed", rule: "permits" }, 5],
    [{ state: "waiting", rule: "permits", reason: { code: "destination.away" } }, 4],
    [{ state: "waiting", rule: "permits", reason: { code: "plan.waits-for-time" } }, 2],
    [{ state: "failed", rule: "permits", reason: { code: "name.taken" } }, 4],
    [{ state: "failed", reason: { code: "worker.died" } }, 2],
    [{ state: "held" }, 1],
    [{ state: "held", rule: "permits" }, 4],
  ])("%o stands at station %i", (job, station) => expect(stationOf(job)).toBe(station));

  it("says more than waiting when results wait to go out", () => {
    expect(wordOf({ state: "waiting" })).toBe("waiting");
    expect(wordOf({ state: "waiting", rule: "permits" })).toBe("waiting for destination");
    expect(wordOf({ state: "waiting", rule: "permits", reason: { code: "plan.waits-for-children" } })).toBe("waiting for documents");
  });

  it("has a word for every state and shows an unknown one as it is", () => {
    for (const code of STATE_CODES) expect(styleOf(code).word).not.toBe("");
    expect(styleOf("brand-new").word).toBe("brand-new");
  });
});
