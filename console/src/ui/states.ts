/** The states of a job as people see them: a word, a colour by meaning, and the station it has reached. */
export interface StateStyle {
  word: string;
  tone: "flow" | "person" | "fault" | "doubt" | "done" | "wait";
  station: number;
}

export const STATIONS = ["Received", "Matched", "Processing", "Review", "Filing", "Filed"] as const;
const [IN, RULE, WORK, PEOPLE, OUT, FILED] = [0, 1, 2, 3, 4, 5];

const LOOKS: Record<string, StateStyle> = {
  waiting: { word: "waiting", tone: "wait", station: IN },
  working: { word: "working", tone: "flow", station: WORK },
  "needs-review": { word: "needs review", tone: "person", station: PEOPLE },
  "awaiting-approval": { word: "awaiting approval", tone: "person", station: PEOPLE },
  filed: { word: "filed", tone: "done", station: FILED },
  unmatched: { word: "unmatched", tone: "fault", station: RULE },
  rejected: { word: "rejected", tone: "fault", station: OUT },
  failed: { word: "failed", tone: "fault", station: WORK },
  held: { word: "held", tone: "doubt", station: RULE },
  "in-doubt": { word: "in doubt", tone: "doubt", station: OUT },
  cancelled: { word: "cancelled", tone: "wait", station: RULE },
};

export const STATE_CODES = Object.keys(LOOKS);

const UNKNOWN: StateStyle = { word: "unknown", tone: "wait", station: IN };

export function styleOf(state: string): StateStyle {
  return LOOKS[state] ?? { ...UNKNOWN, word: state };
}

/** Reasons that arise while results go out, after the work on the document. */
const GOING_OUT = /^(destination|name|connection|withdraw|bytes)\./;

/** What a step of the rule waits for, by the reason. */
const STEP_WAITS: Record<string, string> = {
  "plan.waits-for-time": "waiting for a time",
  "plan.waits-for-children": "waiting for documents",
};

/** The station that a job has reached. */
export function stationOf(job: { state: string; rule?: string; reason?: { code: string } }): number {
  const code = job.reason?.code ?? "";
  if ((job.state === "waiting" || job.state === "failed" || job.state === "held") && GOING_OUT.test(code)) return OUT;
  if ((job.state === "held" || job.state === "cancelled") && job.rule !== undefined) return OUT;
  if (job.state === "waiting" && code in STEP_WAITS) return WORK;
  if (job.state === "waiting" && job.rule !== undefined) return OUT;
  return styleOf(job.state).station;
}

/** The word for a state, with where it waits when that tells more. */
export function wordOf(job: { state: string; rule?: string; reason?: { code: string } }): string {
  const stepWaits = STEP_WAITS[job.reason?.code ?? ""];
  if (job.state === "waiting" && stepWaits !== undefined) return stepWaits;
  if (job.state === "waiting" && stationOf(job) === OUT) return "waiting for destination";
  return styleOf(job.state).word;
}
