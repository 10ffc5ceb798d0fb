import { useState } from "react";
import { answer, api, type Job, type Schemas } from "../../api/client";
import type { Viewed } from "../../ui/PageView";

/** A document that a rule is written beside: one that was handed in for it, or a job's. */
export interface Paper {
  /** The hash of a document that was handed in, or the id of a job. */
  id: string;
  name: string;
  isJob: boolean;
}

/** Where in a document the value of a field was pointed at; "absent" where it has none. */
export type Mark = { page: number; box: Schemas["Box"]; text: string } | "absent";

/** What was pointed at, by field and document. */
export type Marks = Record<string, Record<string, Mark>>;

const PREFIX = "lectomen.papers.";

interface Kept {
  papers: Paper[];
  marks: Marks;
  /** The text of a data file that goes with a paper, by the paper. */
  beside: Record<string, string>;
}

function read(key: string): Kept {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? "") as Kept;
    return { papers: kept.papers, marks: kept.marks, beside: kept.beside ?? {} };
  } catch {
    return { papers: [], marks: {}, beside: {} };
  }
}

/** Documents and marks of a rule that is being written; they are found again after a reload, as its text is. */
export function usePapers(name: string) {
  const key = PREFIX + name;
  const [kept, setKept] = useState(() => read(key));
  // It is kept before it is shown: whoever shows it may be gone by then.
  const change = (to: (before: Kept) => Kept) => {
    const after = to(read(key));
    localStorage.setItem(key, JSON.stringify(after));
    setKept(after);
  };
  const add = (more: Paper[]) =>
    change((before) => ({
      ...before,
      papers: [...before.papers, ...more.filter((paper) => before.papers.every((other) => other.id !== paper.id))],
    }));
  const drop = (id: string) => change((before) => ({ ...before, papers: before.papers.filter((paper) => paper.id !== id) }));
  const mark = (field: string, paper: string, at: Mark) =>
    change((before) => ({ ...before, marks: { ...before.marks, [field]: { ...before.marks[field], [paper]: at } } }));
  const putBeside = (paper: string, data: string) => change((before) => ({ ...before, beside: { ...before.beside, [paper]: data } }));
  return { ...kept, add, drop, mark, putBeside, forget: () => localStorage.removeItem(key) };
}

/** Hands a file in, so that a rule can be written beside it. No job is made of it. */
export async function handIn(file: File): Promise<Paper> {
  const kept = await answer(
    api.POST("/api/v1/trials/documents", {
      body: file as never,
      bodySerializer: (body) => body as never,
      headers: { "Content-Type": "application/octet-stream" },
    }),
  );
  return { id: kept.document, name: file.name, isJob: false };
}

export const ofJob = (job: Pick<Job, "id" | "fileName">): Paper => ({ id: job.id, name: job.fileName, isJob: true });

/** The paper as it is looked at. */
export const viewed = (paper: Paper): Viewed => ({ id: paper.id, fileName: paper.name, hasOriginal: true, isTried: !paper.isJob });

/** The paper as it is tried with a rule. */
export function trialForm(paper: Paper, text: string, beside: string) {
  const parts = new FormData();
  if (paper.isJob) {
    parts.set("job", paper.id);
  } else {
    parts.set("document", paper.id);
    parts.set("name", paper.name);
  }
  if (beside.trim() !== "") parts.set("sidecar", new Blob([beside]), `data.${formOf(beside)}`);
  parts.set("ruleFile", new Blob([text], { type: "text/plain" }), "rule.yaml");
  return parts;
}

/** The form of data, by how it begins. */
function formOf(data: string) {
  const first = data.trimStart()[0];
  return first === "<" ? "xml" : first === "{" || first === "[" ? "json" : "csv";
}

/** What becomes of a paper with the rule as it is written. Nothing is filed. */
export const trialOf = (paper: Paper, text: string, beside = "") => ({
  queryKey: ["POST", "/trials", paper.id, text, beside],
  queryFn: () => answer(api.POST("/api/v1/trials", { body: trialForm(paper, text, beside) as never, bodySerializer: (body) => body as never })),
  staleTime: Infinity,
  gcTime: 60_000,
});
