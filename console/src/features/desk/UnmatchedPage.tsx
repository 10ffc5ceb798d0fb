import { useState } from "react";
import type { Job } from "../../api/client";
import { type JobDeed, useJobDeed, useJobs, useStatus } from "../../api/queries";
import { useKeys } from "../../keys";
import { texts } from "../../texts";
import { Loading } from "../../ui/Loading";
import { PageView } from "../../ui/PageView";
import { RefusedJobs } from "../../ui/RefusedJobs";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { useRows } from "../../ui/useRows";
import { DeskParts } from "./DeskParts";
import { Question } from "./Question";
import { Queue } from "./Queue";

const UNMATCHED = { state: "unmatched" };

/** The unmatched documents, each to be given to a rule or filed by hand. */
export function UnmatchedPage() {
  const list = useJobs(UNMATCHED, "oldest");
  const status = useStatus();
  const jobs = list.data?.pages.flatMap((page) => page.jobs) ?? [];
  const rows = useRows(jobs.length, 0);
  const [marked, setMarked] = useState<ReadonlyMap<string, Job>>(new Map());
  const deed = useJobDeed();
  const here = jobs[Math.max(0, rows.at)];
  const chosen = marked.size > 0 ? [...marked.values()] : here === undefined ? [] : [here];
  const act = (what: JobDeed, to?: string) => {
    deed.mutate({ deed: what, ids: chosen.map((job) => job.id), ...(to === undefined ? {} : { to }) });
    setMarked(new Map());
  };
  const mark = (job: Job | undefined) => {
    if (job === undefined) return;
    const next = new Map(marked);
    if (!next.delete(job.id)) next.set(job.id, job);
    setMarked(next);
  };
  useKeys([
    { keys: ["j", "ArrowDown"], words: texts.key.move, act: rows.down, caps: ["j", "k"], shown: true },
    { keys: ["k", "ArrowUp"], words: `${texts.key.move} ↑`, act: rows.up },
    {
      keys: ["x"],
      words: texts.key.mark,
      act: () => {
        mark(here);
        rows.down();
      },
      shown: true,
    },
    { keys: ["t"], words: texts.desk.retry.toLowerCase(), act: () => act("retry"), shown: here !== undefined },
    { keys: ["c"], words: texts.key.cancel, act: () => act("cancel"), shown: here !== undefined },
    { keys: ["Escape"], words: texts.jobs.unmark, act: () => setMarked(new Map()) },
  ]);
  const count = status.data?.jobs.unmatched ?? jobs.length;
  return (
    <main className="desk">
      <h1>{texts.desk.title(Math.max(count, jobs.length))}</h1>
      <DeskParts />
      <div className="desk-said">
        <ErrorMessage problem={deed.error ?? list.error} />
        <RefusedJobs done={deed.data} />
        <p className="note" role="status">
          {deed.data !== undefined && texts.jobs.did(deed.data.done, deed.data.notDone)}
        </p>
      </div>
      {list.isPending ? (
        <Loading />
      ) : here === undefined ? (
        <p className="say empty">{texts.desk.empty}</p>
      ) : (
        <>
          <Queue
            jobs={jobs}
            at={Math.max(0, rows.at)}
            marked={marked}
            onRow={rows.to}
            onMark={mark}
            onEnd={() => list.hasNextPage && !list.isFetchingNextPage && void list.fetchNextPage()}
          />
          <Question key={`question ${chosen.map((job) => job.id).join()}`} jobs={chosen} onDeed={act} onFiled={() => setMarked(new Map())} />
          <DeskPageView key={`page ${here.id}`} job={here} />
        </>
      )}
    </main>
  );
}

function DeskPageView({ job }: { job: Job }) {
  const [page, setPage] = useState(1);
  useKeys([
    { keys: [","], words: `${texts.key.page} ←`, act: () => setPage(Math.max(1, page - 1)) },
    { keys: ["."], words: texts.key.page, act: () => setPage(page + 1), caps: [",", "."], shown: true },
  ]);
  return (
    <div className="pg">
      <PageView job={job} page={page} onPage={setPage} />
    </div>
  );
}
