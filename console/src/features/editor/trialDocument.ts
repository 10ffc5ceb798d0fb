import { useState } from "react";
import { answer, api, type Job, type Schemas } from "../../api/client";
import type { Viewed } from "../../ui/PageView";

/** A document that a rule is tried with: one uploaded for it, or a job's. */
export interface TrialDocument {
  /** The hash of an uploaded document, or the id of a job. */
  id: string;
  name: string;
  isJob: boolean;
}

/** The marked place of a field's value in a document; "absent" where it has none. */
export type Mark = { page: number; box: Schemas["Box"]; text: string } | "absent";

/** The marked values, by field and document. */
export type Marks = Record<string, Record<string, Mark>>;

const PREFIX = "lectomen.papers.";

interface Kept {
  papers: TrialDocument[];
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

/** The documents and marks of a rule that is being edited; like its text they survive a reload. */
export function useTrialDocuments(name: string) {
  const key = PREFIX + name;
  const [kept, setKept] = useState(() => read(key));
  // Stored before it is shown: the page may be gone by then.
  const change = (to: (before: Kept) => Kept) => {
    const after = to(read(key));
    localStorage.setItem(key, JSON.stringify(after));
    setKept(after);
  };
  const add = (more: TrialDocument[]) =>
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

/** Uploads a file for trials of a rule. No job is made of it. */
export async function handIn(file: File): Promise<TrialDocument> {
  const kept = await answer(
    api.POST("/api/v1/trials/documents", {
      body: file as never,
      bodySerializer: (body) => body as never,
      headers: { "Content-Type": "application/octet-stream" },
    }),
  );
  return { id: kept.document, name: file.name, isJob: false };
}

export const ofJob = (job: Pick<Job, "id" | "fileName">): TrialDocument => ({ id: job.id, name: job.fileName, isJob: true });

/** The document for the page view. */
export const viewed = (paper: TrialDocument): Viewed => ({ id: paper.id, fileName: paper.name, hasOriginal: true, isTried: !paper.isJob });

/** The request that tries the document with a rule. */
export function trialForm(paper: TrialDocument, text: string, beside: string) {
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

/** The format of a data file, by its first character. */
function formOf(data: string) {
  const first = data.trimStart()[0];
  return first === "<" ? "xml" : first === "{" || first === "[" ? "json" : "csv";
}

/** The trial of a document with the rule's present text. Nothing is filed. */
export const trialOf = (paper: TrialDocument, text: string, beside = "") => ({
  queryKey: ["POST", "/trials", paper.id, text, beside],
  queryFn: () => answer(api.POST("/api/v1/trials", { body: trialForm(paper, text, beside) as never, bodySerializer: (body) => body as never })),
  staleTime: Infinity,
  gcTime: 60_000,
});
