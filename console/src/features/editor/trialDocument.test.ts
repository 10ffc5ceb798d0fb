import { beforeAll, describe, expect, it, vi } from "vitest";

vi.stubGlobal("document", { baseURI: "http://127.0.0.1:8417/" });

type TrialDocuments = typeof import("./trialDocument");
let papers: TrialDocuments;
beforeAll(async () => {
  papers = await import("./trialDocument");
});

const HANDED = { id: "abc", name: "plan.pdf", isJob: false };

async function partsOf(form: FormData) {
  const parts: Record<string, string> = {};
  for (const [name, value] of form.entries()) {
    parts[name] = typeof value === "string" ? value : `${value.name}: ${await value.text()}`;
  }
  return parts;
}

describe("a document that a rule is tried on", () => {
  it("is a job's original", async () => {
    const paper = papers.ofJob({ id: "1-17", fileName: "p.pdf" });
    expect(paper).toEqual({ id: "1-17", name: "p.pdf", isJob: true });
    expect(await partsOf(papers.trialForm(paper, "rule: a", ""))).toEqual({ job: "1-17", ruleFile: "rule.yaml: rule: a" });
  });

  it("is one that was handed in, under its name", async () =>
    expect(await partsOf(papers.trialForm(HANDED, "rule: a", "  "))).toEqual({
      document: "abc",
      name: "plan.pdf",
      ruleFile: "rule.yaml: rule: a",
    }));

  it.each([
    ["<n/>", "data.xml"],
    ['  {"a": 1}', "data.json"],
    ["[1]", "data.json"],
    ["berth,depth\nQ7,4.20\n", "data.csv"],
  ])("goes with its data %j as %s", async (data, name) => {
    const parts = await partsOf(papers.trialForm(HANDED, "rule: a", data));
    expect(parts.sidecar).toBe(`${name}: ${data}`);
  });

  it("is looked at as what it is", () => {
    expect(papers.viewed(HANDED)).toMatchObject({ id: "abc", fileName: "plan.pdf", isTried: true });
    expect(papers.viewed(papers.ofJob({ id: "1-1", fileName: "a" }))).toMatchObject({ isTried: false });
  });

  it("is tried anew for another text or other data", () => {
    const key = papers.trialOf(HANDED, "rule: a").queryKey;
    expect(papers.trialOf(HANDED, "rule: a").queryKey).toEqual(key);
    expect(papers.trialOf(HANDED, "rule: b").queryKey).not.toEqual(key);
    expect(papers.trialOf(HANDED, "rule: a", "{}").queryKey).not.toEqual(key);
  });
});
