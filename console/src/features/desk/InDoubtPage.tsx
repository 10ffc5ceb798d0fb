import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { answer, api, type Job, type Problem } from "../../api/client";
import { useJob, useJobs } from "../../api/queries";
import { useKeys } from "../../keys";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { FileName } from "../../ui/FileName";
import { Loading } from "../../ui/Loading";
import { PageView } from "../../ui/PageView";
import { useRows } from "../../ui/useRows";
import { DeskParts } from "./DeskParts";
import { Queue } from "./Queue";
import { deskTexts } from "./texts";

const IN_DOUBT = { state: "in-doubt" };
const NOTHING_MARKED: ReadonlyMap<string, Job> = new Map();

/** What can't be proved to have happened: a person says so, one after the other. */
export function InDoubtPage() {
  const list = useJobs(IN_DOUBT, "oldest");
  const jobs = list.data?.pages.flatMap((page) => page.jobs) ?? [];
  const rows = useRows(jobs.length, 0);
  const here = jobs[Math.max(0, rows.at)];
  const [page, setPage] = useState(1);
  useKeys([
    { keys: ["j", "ArrowDown"], words: texts.key.move, act: rows.down, caps: ["j", "k"], shown: true },
    { keys: ["k", "ArrowUp"], words: `${texts.key.move} ↑`, act: rows.up },
    { keys: ["n"], words: deskTexts.keys.skip, act: rows.down, shown: true },
    { keys: [","], words: `${texts.key.page} ←`, act: () => setPage(Math.max(1, page - 1)) },
    { keys: ["."], words: texts.key.page, act: () => setPage(page + 1), caps: [",", "."], shown: true },
  ]);
  return (
    <main className="desk">
      <h1>{deskTexts.doubt.title(jobs.length)}</h1>
      <DeskParts />
      <div className="desk-said">
        <ErrorMessage problem={list.error} />
      </div>
      {list.isPending ? (
        <Loading />
      ) : here === undefined ? (
        <p className="say empty">{deskTexts.doubt.none}</p>
      ) : (
        <>
          <Queue
            jobs={jobs}
            at={Math.max(0, rows.at)}
            marked={NOTHING_MARKED}
            onRow={(row) => {
              rows.to(row);
              setPage(1);
            }}
            onEnd={() => list.hasNextPage && !list.isFetchingNextPage && void list.fetchNextPage()}
          />
          <Doubt key={here.id} job={here} />
          <div className="pg">
            <PageView key={here.id} job={here} page={page} onPage={setPage} />
          </div>
        </>
      )}
    </main>
  );
}

/** What is in doubt about a document, and what can be said to it. */
function Doubt({ job }: { job: Job }) {
  const queries = useQueryClient();
  const { data } = useJob(job.id);
  const effect = data?.effects.find((one) => one.state === "in doubt");
  const settle = useMutation<unknown, Problem, string>({
    mutationFn: (as) => answer(api.POST("/api/v1/effects/{id}/settle", { params: { path: { id: effect?.id ?? "" } }, body: { as } })),
    onSettled: () => queries.invalidateQueries(),
  });
  const can = effect !== undefined && !settle.isPending;
  useKeys(texts.settle.map(({ as, words }, place) => ({ keys: [String(place + 1)], words: words.toLowerCase(), act: () => can && settle.mutate(as), shown: true })));
  return (
    <section className="question" aria-label={deskTexts.doubt.ask}>
      <h2 className="part">{deskTexts.doubt.ask}</h2>
      <p className="asked">
        <FileName name={job.fileName} raw />
      </p>
      {effect !== undefined && (
        <>
          <p className="say">{effect.title}</p>
          <p className="name">{effect.place ?? effect.connection}</p>
          {effect.reason !== undefined && <p className="why say">{effect.reason.words}</p>}
        </>
      )}
      <ErrorMessage problem={settle.error} />
      <p className="acts">
        {texts.settle.map(({ as, words }, place) => (
          <Do key={as} first={place === 0} cap={String(place + 1)} disabled={!can} onClick={() => settle.mutate(as)}>
            {words}
          </Do>
        ))}
        <Link to={`/jobs/${job.id}`}>{deskTexts.doubt.job}</Link>
      </p>
    </section>
  );
}
