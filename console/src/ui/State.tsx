import type { ReactNode } from "react";
import { styleOf, stationOf, wordOf } from "./states";

const PAGE = <rect x="3.75" y="2" width="8.5" height="12" fill="var(--bg)" stroke="currentColor" strokeWidth="1.5" />;

/** Each state is a small page and what became of it. */
const SHAPES: Record<string, ReactNode> = {
  waiting: PAGE,
  working: (
    <>
      {PAGE}
      <rect x="3.75" y="2" width="8.5" height="6.5" fill="currentColor" />
    </>
  ),
  "needs-review": (
    <>
      <path fill="currentColor" fillRule="evenodd" d="M3 1.25h10v13.5H3zM5.2 5.4v4.4h5.6V5.4z" />
      <rect x="5.2" y="5.4" width="5.6" height="4.4" fill="var(--bg)" />
    </>
  ),
  "awaiting-approval": (
    <>
      <rect x="2.75" y="1.75" width="8.5" height="12" fill="var(--bg)" stroke="currentColor" strokeWidth="1.5" />
      <circle cx="11" cy="11.2" r="4.6" fill="var(--bg)" />
      <circle cx="11" cy="11.2" r="3.1" fill="var(--bg)" stroke="currentColor" strokeWidth="1.7" />
    </>
  ),
  held: (
    <>
      {PAGE}
      <path d="M6.6 5v6M9.4 5v6" stroke="currentColor" strokeWidth="1.6" />
    </>
  ),
  "in-doubt": (
    <>
      <rect x="3" y="1.25" width="5.2" height="13.5" fill="currentColor" />
      <path d="M8.5 2h4M12.4 2v12M8.5 14h4" fill="none" stroke="currentColor" strokeWidth="1.5" strokeDasharray="1.7 1.7" />
    </>
  ),
  failed: (
    <>
      <path fill="currentColor" d="M3 1h10v5.2L11 8.4 8.7 6.2 6.4 8.4 4.2 6.2 3 7.4z" />
      <path fill="currentColor" d="M3 10.2l1.2-1.2 2.2 2.2 2.3-2.2 2.3 2.2 2-2V15H3z" />
    </>
  ),
  rejected: (
    <>
      {PAGE}
      <path d="M5.6 8h4.8" stroke="currentColor" strokeWidth="2.2" />
    </>
  ),
  unmatched: (
    <rect x="3.75" y="2" width="8.5" height="12" fill="var(--bg)" stroke="currentColor" strokeWidth="1.6" strokeDasharray="1.6 2" />
  ),
  cancelled: (
    <>
      {PAGE}
      <path d="M1 14.5 15 1.5" stroke="currentColor" strokeWidth="1.6" />
    </>
  ),
  filed: (
    <>
      <rect x="4.4" y="1.25" width="7.2" height="13.5" fill="currentColor" />
      <path d="M2 1.25v13.5M14 1.25v13.5" stroke="currentColor" strokeWidth="1.5" />
    </>
  ),
};

/** The shape of a state. Its word must be beside it, as the shape is hidden from screen readers. */
export function Shape({ state }: { state: string }) {
  return (
    <svg className={`gl c-${styleOf(state).tone}`} viewBox="0 0 16 16" aria-hidden="true">
      {SHAPES[state] ?? PAGE}
    </svg>
  );
}

interface Standing {
  state: string;
  rule?: string;
  reason?: { code: string };
}

export function StateWord({ job }: { job: Standing }) {
  return <span className={`c-${styleOf(job.state).tone}`}>{wordOf(job)}</span>;
}

const FIRST = 8;
const STEP = 21;
const PEOPLE = 3;

/** A job's way through the six stations: a tick where it passed, dots ahead, and its shape where it is. */
export function Way({ job }: { job: Standing }) {
  const here = stationOf(job);
  const x = (station: number) => FIRST + station * STEP;
  const look = styleOf(job.state);
  return (
    <svg className="way" viewBox="0 0 122 18" aria-hidden="true">
      {here > 0 && <path className="gone" d={`M${x(0)} 9H${x(here) - 8}`} />}
      {[0, 1, 2, 3, 4]
        .filter((station) => station < here && station !== PEOPLE)
        .map((station) => (
          <path key={station} className="tick" d={`M${x(station)} 5v8`} />
        ))}
      {[1, 2, 3, 4, 5]
        .filter((station) => station > here)
        .map((station) => (
          <circle key={station} className="dot" cx={x(station)} cy="9" r="1.6" />
        ))}
      <g transform={`translate(${x(here) - 8} 1)`} className={`c-${look.tone}`}>
        {SHAPES[job.state] ?? PAGE}
      </g>
    </svg>
  );
}
