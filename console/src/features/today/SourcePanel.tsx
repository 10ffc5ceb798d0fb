import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { Link } from "react-router";
import { answer, api, type Problem, type Schemas, type Source } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Panel } from "../../ui/Panel";
import { MovedFolder } from "../../ui/MovedFolder";
import { at } from "../../ui/time";
import { ErrorMessage } from "../../ui/ErrorMessage";

const RUNS_SHOWN = 6;

/** One hot folder: what belongs there, how files are taken, what waits, its runs; pausing it, having it run, asking it. */
export function SourcePanel({ source, onClose }: { source: Source; onClose: () => void }) {
  const queries = useQueryClient();
  const path = { id: source.id };
  const story = useQuery({
    queryKey: ["GET", "/sources", source.id],
    queryFn: () => answer(api.GET("/api/v1/sources/{id}", { params: { path } })),
    refetchInterval: 2_000,
  });
  const change = useMutation<unknown, Problem, "pause" | "resume" | "run">({
    mutationFn: (what) =>
      what === "run"
        ? answer(api.POST("/api/v1/sources/{id}/run", { params: { path } }))
        : what === "pause"
          ? answer(api.POST("/api/v1/sources/{id}/pause", { params: { path } }))
          : answer(api.POST("/api/v1/sources/{id}/resume", { params: { path } })),
    onSettled: () => queries.invalidateQueries(),
  });
  const now = story.data?.source ?? source;
  const paused = now.trouble?.code === "source.paused";
  return (
    <Panel title={texts.source.title} onClose={onClose}>
      <p className="name py-2">{now.folder}</p>
      <ErrorMessage problem={story.error ?? change.error} />
      {[now.trouble, now.silent, now.closed].map(
        (reason) =>
          reason !== undefined && (
            <p key={reason.code} className="said say">
              {reason.words}
            </p>
          ),
      )}
      {now.trouble?.code === "folder.elsewhere" && <MovedFolder folder={now.folder} />}
      {now.printsOn.length > 0 && (
        <p className="note pb-2">
          {texts.source.printsOn}
          {now.printsOn.map((queue) => (
            <Link key={queue} className="link ml-1" to={`/print?queue=${encodeURIComponent(queue)}`}>
              {queue}
            </Link>
          ))}
        </p>
      )}
      <ul className="say pb-3">
        {story.data?.sentences.map((sentence, place) => (
          <li key={place} style={{ paddingLeft: `${sentence.depth * 18}px` }}>
            {sentence.words}
          </li>
        ))}
      </ul>
      {now.waiting.length > 0 && (
        <section className="pb-3">
          <h3 className="part">{texts.source.waiting}</h3>
          <ul className="note">
            {now.waiting.map((file) => (
              <li key={file}>{file}</li>
            ))}
          </ul>
        </section>
      )}
      <div className="acts pb-3">
        <Do needs="run the service" first={paused} disabled={change.isPending} onClick={() => change.mutate(paused ? "resume" : "pause")}>
          {paused ? texts.source.resume : texts.source.pause}
        </Do>
        {!paused && (
          <Do needs="run the service" disabled={change.isPending || now.running} onClick={() => change.mutate("run")}>
            {now.running ? texts.source.running : texts.source.run}
          </Do>
        )}
      </div>
      <Runs runs={story.data?.runs ?? []} next={now.nextRunAt} />
      <TestName folder={now.folder} />
    </Panel>
  );
}

function Runs({ runs, next }: { runs: Schemas["RunView"][]; next: string | undefined }) {
  if (runs.length === 0 && next === undefined) return null;
  return (
    <section className="pb-3">
      <h3 className="part">{texts.source.runs}</h3>
      <ul className="note">
        {next !== undefined && <li>{texts.source.next(at(next))}</li>}
        {runs.slice(0, RUNS_SHOWN).map((run) => (
          <li key={run.beganAt}>
            {texts.source.ran(at(run.dueAt), run.cause, run.endedAt === undefined ? undefined : run.taken)}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Whether a file of some name would be taken from the folder, and by which rule. */
function TestName({ folder }: { folder: string }) {
  const [name, setName] = useState("");
  const ask = useMutation<Schemas["RoutingAnswer"], Problem>({
    mutationFn: () => answer(api.POST("/api/v1/sources/test", { params: { query: { name } } })),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    ask.mutate();
  };
  const said = ask.data?.folders.find((one) => one.folder === folder);
  return (
    <form onSubmit={submit}>
      <label className="field">
        <span className="part">{texts.source.test}</span>
        <input value={name} placeholder={texts.source.testHint} onChange={(event) => setName(event.target.value)} />
      </label>
      <ErrorMessage problem={ask.error} />
      {said !== undefined && (
        <ul className="say pb-3" role="status">
          {said.ignored !== undefined && <li>{texts.source.ignored(said.ignored)}</li>}
          {said.rules.map((one) => (
            <li key={one.rule}>{texts.source.says(one.rule, one.says, one.why)}</li>
          ))}
        </ul>
      )}
      <Do needs="see rules" type="submit" disabled={name === "" || ask.isPending}>
        {texts.source.ask}
      </Do>
    </form>
  );
}
