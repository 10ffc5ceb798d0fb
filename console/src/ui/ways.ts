import type { JobDeed } from "../api/queries";
import { texts } from "../texts";

/** Something that can be done with a job, and the key that does it. */
export interface WayOut {
  deed: JobDeed;
  words: string;
  key: string;
}

const RETRY: WayOut = { deed: "retry", words: texts.job.retry, key: "t" };
const AGAIN: WayOut = { deed: "run-again", words: texts.job.again, key: "r" };
const HOLD: WayOut = { deed: "hold", words: texts.job.hold, key: "h" };
const RELEASE: WayOut = { deed: "release", words: texts.job.release, key: "h" };
const CANCEL: WayOut = { deed: "cancel", words: texts.job.cancel, key: "c" };

/** What can be done with a job in its state, the likeliest first. */
export function waysOf(job: { state: string; reason?: { code: string } }): WayOut[] {
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
      return job.reason === undefined ? [HOLD, CANCEL] : [RETRY, HOLD, CANCEL];
    case "working":
    case "needs-review":
    case "awaiting-approval":
      return [HOLD, CANCEL];
    default:
      return [];
  }
}
