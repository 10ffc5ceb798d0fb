import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Status, Today } from "../../api/client";
import { texts } from "../../texts";
import { Shape } from "../../ui/State";
import { styleOf, STATIONS } from "../../ui/states";
import type { Totals } from "./totals";

const MOST_SHAPES = 9;
const PER_SPINE = 4;
const MOST_SPINES = 88;

function Shapes({ state, count }: { state: string; count: number }) {
  return Array.from({ length: Math.min(count, MOST_SHAPES) }, (_, at) => <Shape key={state + at} state={state} />);
}

function Off({ state, to, children }: { state: string; to: string; children: ReactNode }) {
  return (
    <Link className={`off c-${styleOf(state).tone}`} to={to}>
      <Shape state={state} />
      {children}
    </Link>
  );
}

/** All documents of today on one line, by state. */
export function TotalsLine({ today, status, totals }: { today: Today; status: Status; totals: Totals }) {
  const words = texts.today.stations;
  const now = status.jobs;
  const settling = status.sources.reduce((all, source) => all + source.settling, 0);
  const people = (now["needs-review"] ?? 0) + (now["awaiting-approval"] ?? 0);
  const heads = [
    words.in(totals.cameIn),
    words.rule(totals.matched),
    words.work(totals.worked),
    words.people(people),
    words.out(totals.filed),
    words.filed(totals.filed),
  ];
  const docs = [
    <Shapes key="in" state="waiting" count={totals.waiting} />,
    null,
    <Shapes key="work" state="working" count={totals.working} />,
    <Shapes key="people" state="needs-review" count={people} />,
    <Shapes key="out" state="waiting" count={totals.forDestination} />,
    null,
  ];
  const below: ReactNode[] = [
    settling > 0 && (
      <p key="settling" className="note">
        {texts.today.settling(settling)}
      </p>
    ),
    (now.unmatched ?? 0) > 0 && (
      <Off key="unmatched" state="unmatched" to="/jobs?state=unmatched">
        {texts.today.unmatched(now.unmatched ?? 0)}
      </Off>
    ),
    <span key="work">
      {(now.failed ?? 0) > 0 && (
        <Off state="failed" to="/jobs?state=failed">
          {texts.today.failed(now.failed ?? 0)}
        </Off>
      )}
      {(now.held ?? 0) > 0 && (
        <Off state="held" to="/jobs?state=held">
          {texts.today.held(now.held ?? 0)}
        </Off>
      )}
    </span>,
    status.overdue > 0 && (
      <Off key="people" state="needs-review" to="/desk">
        {texts.today.overdue(status.overdue)}
      </Off>
    ),
    <span key="out">
      {totals.forDestination > 0 && (
        <Off state="waiting" to="/jobs?state=waiting">
          {texts.today.forDestination(totals.forDestination)}
        </Off>
      )}
      {(now["in-doubt"] ?? 0) > 0 && (
        <Off state="in-doubt" to="/jobs?state=in-doubt">
          {texts.today.doubt(now["in-doubt"] ?? 0)}
        </Off>
      )}
    </span>,
    null,
  ];
  return (
    <ol className="house" aria-label="Today's documents by station">
      {STATIONS.map((station, at) => (
        <li key={station}>
          {station === "Filed" ? <Shelf today={today} /> : <div className="docs">{docs[at]}</div>}
          <div className="rail" />
          <h3>
            {station} <span>{heads[at]}</span>
          </h3>
          {below[at]}
        </li>
      ))}
    </ol>
  );
}

/** One spine for some filed documents, a gap between rules; more documents to a spine on a busy day. */
function Shelf({ today }: { today: Today }) {
  const filed = today.rules.map((rule) => rule.states.filed ?? 0).filter((count) => count > 0);
  const all = filed.reduce((sum, count) => sum + count, 0);
  const perSpine = Math.max(PER_SPINE, Math.ceil(all / MOST_SPINES));
  return (
    <div className="docs shelf" aria-hidden="true">
      {filed.flatMap((count, rule) => [
        ...Array.from({ length: Math.ceil(count / perSpine) }, (_, at) => (
          <i key={`${rule}.${at}`} style={{ height: `${16 + ((rule * 7 + at * 5) % 5)}px` }} />
        )),
        <u key={`${rule}.gap`} />,
      ])}
    </div>
  );
}
