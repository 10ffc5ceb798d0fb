import type { Schemas } from "../api/client";

const SHOWN = 3;

/** Why an action failed for some jobs. */
export function RefusedJobs({ done }: { done: Schemas["ManyDone"] | undefined }) {
  return (
    <>
      {(done?.refusals ?? []).slice(0, SHOWN).map((refused) => (
        <p key={refused.job} className="said say" role="alert">
          {refused.words}
        </p>
      ))}
    </>
  );
}
