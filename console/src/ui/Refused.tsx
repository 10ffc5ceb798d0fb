import type { Schemas } from "../api/client";

const SHOWN = 3;

/** Why something could not be done with some jobs. */
export function Refused({ done }: { done: Schemas["ManyDone"] | undefined }) {
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
