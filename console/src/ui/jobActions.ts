import type { JobDeed } from "../api/queries";
import { texts } from "../texts";

/** An action on a job, and its key. */
export interface JobAction {
  deed: JobDeed;
  words: string;
  key: string;
}

const RETRY: JobAction = { deed: "retry", words: texts.job.retry, key: "t" };
const AGAIN: JobAction = { deed: "run-again", words: texts.job.again, key: "r" };
const GO_ON: JobAction = { deed: "continue", words: texts.job.goOn, key: "t" };
const HOLD: JobAction = { deed: "hold", words: texts.job.hold, key: "h" };
const RELEASE: JobAction = { deed: "release", words: texts.job.release, key: "h" };
const CANCEL: JobAction = { deed: "cancel", words: texts.job.cancel, key: "c" };

/** The possible actions on a job in its state, the most likely first; none for who may not handle documents. */
export function actionsFor(job: { state: string; reason?: { code: string } }, mayHandle = true): JobAction[] {
  if (!mayHandle) return [];
  switch (job.state) {
    case "held":
      return [RELEASE, CANCEL];
    case "failed":
      return [RETRY, AGAIN, CANCEL];
    case "unmatched":
      return [RETRY, CANCEL];
    case "rejected":
    case "cancelled":
      return [RETRY];
    case "filed":
      return [AGAIN];
    case "waiting":
      if (job.reason?.code === "plan.waits-for-time") return [GO_ON, HOLD, CANCEL];
      if (job.reason?.code === "plan.waits-for-children") return [HOLD, CANCEL];
      return job.reason === undefined ? [HOLD, CANCEL] : [RETRY, HOLD, CANCEL];
    case "working":
    case "needs-review":
    case "awaiting-approval":
      return [HOLD, CANCEL];
    default:
      return [];
  }
}
