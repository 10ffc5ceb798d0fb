import type { Problem } from "../api/client";

/** An error message. */
export function ErrorMessage({ problem }: { problem: Problem | Error | null | undefined }) {
  if (problem === null || problem === undefined) return null;
  return (
    <p className="said say" role="alert">
      {problem.message}
    </p>
  );
}
