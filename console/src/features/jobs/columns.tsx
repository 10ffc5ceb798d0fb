import type { ReactNode } from "react";
import type { Job } from "../../api/client";
import { texts } from "../../texts";
import { lastOf, FileName } from "../../ui/FileName";
import { StateWord, Way } from "../../ui/State";
import { at, size, span } from "../../ui/time";

export interface Column {
  id: string;
  words: string;
  /** Its share of the width, as in a grid. */
  width: string;
  number?: boolean;
  /** Left out on a narrow screen. */
  wide?: boolean;
  show: (job: Job) => ReactNode;
}

const ENDED = new Set(["filed", "unmatched", "rejected", "failed", "cancelled"]);

/** How long it took, or how long it has waited. */
function lasted(job: Job, now: number): string {
  const until = ENDED.has(job.state) ? Date.parse(job.changedAt) : now;
  return span(Math.max(0, until - Date.parse(job.createdAt)));
}

export const COLUMNS: Column[] = [
  { id: "way", words: "", width: "132px", show: (job) => <Way job={job} /> },
  { id: "state", words: texts.jobs.columns.stands, width: "126px", show: (job) => <StateWord job={job} /> },
  {
    id: "name",
    words: texts.jobs.columns.name,
    width: "minmax(0, 1.5fr)",
    show: (job) =>
      job.places[0] === undefined ? (
        <span className="note">{ENDED.has(job.state) ? texts.jobs.notFiled : texts.jobs.notNamed}</span>
      ) : (
        <FileName name={lastOf(job.places[0])} />
      ),
  },
  { id: "came", words: texts.jobs.columns.cameInAs, width: "minmax(0, 1fr)", wide: true, show: (job) => <FileName name={job.fileName} raw /> },
  {
    id: "rule",
    words: texts.jobs.columns.rule,
    width: "minmax(0, 150px)",
    wide: true,
    show: (job) => job.rule ?? <span className="note">{texts.jobs.noRule}</span>,
  },
  { id: "size", words: texts.jobs.columns.size, width: "60px", number: true, wide: true, show: (job) => size(job.size) },
  { id: "in", words: texts.jobs.columns.in, width: "84px", number: true, show: (job) => at(job.createdAt) },
  { id: "time", words: texts.jobs.columns.time, width: "64px", number: true, show: (job) => lasted(job, Date.now()) },
];

const KEPT_AS = "lectomen.jobs.hidden-columns";

export function hiddenColumns(): string[] {
  return (localStorage.getItem(KEPT_AS) ?? "").split(",").filter(Boolean);
}

export function hideColumns(ids: string[]) {
  localStorage.setItem(KEPT_AS, ids.join(","));
}
