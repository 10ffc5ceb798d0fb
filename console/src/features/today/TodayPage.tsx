import { Link } from "react-router";
import { useDays, useStatus, useToday } from "../../api/queries";
import { useMay } from "../../permissions";
import { texts } from "../../texts";
import { Loading } from "../../ui/Loading";
import { longDay, size } from "../../ui/time";
import { Attention } from "./Attention";
import { DaysChart } from "./DaysChart";
import { Folders } from "./Folders";
import { TotalsLine } from "./TotalsLine";
import { RuleLines } from "./RuleLines";
import { totalsOf } from "./totals";

/** What is being processed, what waits for a person, and what needs attention. */
export function TodayPage() {
  const may = useMay();
  const today = useToday();
  const status = useStatus();
  const days = useDays();
  if (today.data === undefined || status.data === undefined) {
    return (
      <main className="today">
        <Loading />
      </main>
    );
  }
  const totals = totalsOf(today.data.rules);
  const now = status.data.jobs;
  const fault = (now.failed ?? 0) + (now.unmatched ?? 0) + (now["in-doubt"] ?? 0);
  const person = (now["needs-review"] ?? 0) + (now["awaiting-approval"] ?? 0);
  const since = encodeURIComponent(today.data.began);
  return (
    <main className="today">
      <h1 className="log">
        <small>{longDay(new Date(today.data.now))}</small>
        {totals.cameIn === 0 ? (
          texts.today.nothing
        ) : (
          <>
            <Link to={`/jobs?since=${since}`}>{texts.today.cameIn(totals.cameIn)}</Link>
            {texts.today.cameInRest}
            <Link to={`/jobs?since=${since}&state=filed`}>{texts.today.filed(totals.filed)}</Link>.
          </>
        )}
        {person > 0 && (
          <>
            {" "}
            <Link className="c-person" to={may("review") ? "/desk" : `/jobs?state=${now["needs-review"] ? "needs-review" : "awaiting-approval"}`}>
              {texts.today.person(person)}
            </Link>
            {fault > 0 ? "," : "."}
          </>
        )}
        {fault > 0 && (
          <>
            {" "}
            <Link className="c-fault" to={now.failed ? "/jobs?state=failed" : "/jobs?state=unmatched"}>
              {texts.today.fault(fault)}
            </Link>
            .
          </>
        )}
      </h1>
      <TotalsLine today={today.data} status={status.data} totals={totals} />
      <div className="min-w-0">
        <Attention status={status.data} />
        <RuleLines rules={today.data.rules} />
      </div>
      <aside className="min-w-0">
        <Folders sources={status.data.sources} today={today.data} />
        {days.data !== undefined && <DaysChart days={days.data.days} />}
        <p className="note pt-3">{texts.today.disk(size(status.data.disk.freeBytes), size(status.data.disk.keepFreeBytes))}</p>
      </aside>
    </main>
  );
}
