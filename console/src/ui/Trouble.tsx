import type { Problem } from "../api/client";

/** Why something could not be shown or done. */
export function Trouble({ problem }: { problem: Problem | Error | null | undefined }) {
  if (problem === null || problem === undefined) return null;
  return (
    <p className="said say" role="alert">
      {problem.message}
    </p>
  );
}
