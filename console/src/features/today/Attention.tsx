import { Link, useNavigate } from "react-router";
import type { Job, Status } from "../../api/client";
import { type JobDeed, useJobDeed, useJobsIn } from "../../api/queries";
import { useKeys } from "../../keys";
import { useMay } from "../../permissions";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { FileName } from "../../ui/FileName";
import { Shape, StateWord } from "../../ui/State";
import { at } from "../../ui/time";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { useRows } from "../../ui/useRows";
import { actionsFor } from "../../ui/jobActions";

const SHOWN = 6;

/** The usual actions; the others are on the job's own page. */
const usualWays = (job: Job, mayHandle: boolean) => actionsFor(job, mayHandle).filter((way) => way.deed !== "cancel" && way.deed !== "hold");

/** What needs attention: the newest failed and held jobs, and notices about the service itself. */
export function Attention({ status }: { status: Status }) {
  const failed = useJobsIn("failed", SHOWN);
  const unmatched = useJobsIn("unmatched", SHOWN);
  const held = useJobsIn("held", SHOWN);
  const waiting = useJobsIn("waiting", SHOWN);
  const deed = useJobDeed();
  const may = useMay();
  const usualWaysOf = (job: Job) => usualWays(job, may("handle documents"));
  const navigate = useNavigate();
  const stuck = (waiting.data?.jobs ?? []).filter((job) => job.reason !== undefined);
  const jobs: Job[] = [
    ...(failed.data?.jobs ?? []),
    ...stuck,
    ...(held.data?.jobs ?? []),
    ...(unmatched.data?.jobs ?? []),
  ].slice(0, SHOWN * 2);
  const rows = useRows(jobs.length, 0);
  const here = jobs[rows.at];
  const act = (job: Job | undefined, what: JobDeed) => job !== undefined && deed.mutate({ deed: what, ids: [job.id] });
  useKeys([
    { keys: ["j", "ArrowDown"], words: texts.key.move, act: rows.down, caps: ["j", "k"], shown: jobs.length > 0 },
    { keys: ["k", "ArrowUp"], words: `${texts.key.move} ↑`, act: rows.up },
    { keys: ["Enter"], words: texts.key.open, act: () => here && void navigate(`/jobs/${here.id}`), shown: jobs.length > 0 },
    ...(here === undefined ? [] : usualWaysOf(here)).map((way) => ({
      keys: [way.key],
      words: way.words.toLowerCase(),
      act: () => act(here, way.deed),
      shown: true,
    })),
  ]);
  return (
    <section aria-label={texts.today.broken}>
      <ErrorMessage problem={deed.error} />
      {status.notices.length > 0 && (
        <>
          <div className="headrow">
            <h2 className="part">{texts.today.service}</h2>
          </div>
          <ol className="list">
            {status.notices.map((line) => (
              <li key={line}>
                <Shape state="failed" />
                <p className="say">{line}</p>
              </li>
            ))}
          </ol>
        </>
      )}
      <div className="headrow">
        <h2 className="part">{texts.today.broken}</h2>
        <span className="note">
          {(status.jobs.failed ?? 0) > 0 && (
            <Link className="link" to="/jobs?state=failed">
              {texts.today.allFailed}
            </Link>
          )}{" "}
          {(status.jobs.unmatched ?? 0) > 0 && (
            <Link className="link" to="/desk">
              {texts.today.allUnmatched}
            </Link>
          )}
        </span>
      </div>
      {jobs.length === 0 ? (
        <p className="say empty">{texts.today.fine}</p>
      ) : (
        <ol className="list">
          {jobs.map((job, place) => (
            <li key={job.id} className={place === rows.at ? "on" : ""} onPointerEnter={() => rows.to(place)}>
              <Shape state={job.state} />
              <div className="min-w-0">
                <p className="say">{job.reason?.words ?? ""}</p>
                <p className="note">
                  <StateWord job={job} />
                  <FileName name={job.fileName} raw />
                  <span>{at(job.changedAt)}</span>
                </p>
              </div>
              <span className="acts">
                {usualWaysOf(job).map((way) => (
                  <Do key={way.deed} cap={place === rows.at ? way.key : undefined} onClick={() => act(job, way.deed)}>
                    {way.words}
                  </Do>
                ))}
                <Do first={place === rows.at} cap={place === rows.at ? "Enter" : undefined} onClick={() => void navigate(`/jobs/${job.id}`)}>
                  {texts.job.look}
                </Do>
              </span>
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}
