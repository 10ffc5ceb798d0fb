import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import type { FormEvent } from "react";
import { answer, api, type Problem } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { at } from "../../ui/time";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { textOf } from "../../ui/form";

const words = texts.tables.counter;

/** The value of a counter in each of its runs, and what was set by hand, with the reason. */
export function CounterRuns({ name }: { name: string }) {
  const queries = useQueryClient();
  const counters = useQuery({ queryKey: ["GET", "/counters"], queryFn: () => answer(api.GET("/api/v1/counters")) });
  const changes = useQuery({
    queryKey: ["GET", "/counters", name, "changes"],
    queryFn: () => answer(api.GET("/api/v1/counters/{name}/changes", { params: { path: { name } } })),
  });
  const set = useMutation<unknown, Problem, { next: number; run: string; reason: string }>({
    mutationFn: (query) => answer(api.POST("/api/v1/counters/{name}/set", { params: { path: { name }, query } })),
    onSettled: () => queries.invalidateQueries(),
  });
  const runs = counters.data?.counters.find((counter) => counter.name === name)?.runs ?? [];
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    set.mutate({ next: Number(form.get("next")), run: textOf(form, "run").trim(), reason: textOf(form, "reason") });
  };
  return (
    <section aria-label={words.title} className="counter">
      <h3 className="part">{words.title}</h3>
      <ErrorMessage problem={counters.error ?? changes.error} />
      {runs.length === 0 && <p className="note">{words.none}</p>}
      <ul>
        {runs.map((run) => (
          <li key={run.run} className="say">
            {words.run(run.run, run.next, run.given, run.inHand)}
          </li>
        ))}
      </ul>
      <form onSubmit={submit}>
        <label className="field">
          <span>{words.whichRun}</span>
          <input name="run" className="name" autoComplete="off" defaultValue={runs.at(-1)?.run ?? ""} key={runs.at(-1)?.run ?? ""} />
        </label>
        <label className="field">
          <span>{words.next}</span>
          <input name="next" type="number" min={0} required className="name" />
        </label>
        <label className="field">
          <span>{words.why}</span>
          <input name="reason" required autoComplete="off" />
        </label>
        <ErrorMessage problem={set.error} />
        <Do needs="write rules" type="submit" disabled={set.isPending}>
          {words.set}
        </Do>
      </form>
      {(changes.data?.changes ?? []).length > 0 && <h3 className="part">{words.changes}</h3>}
      <ul>
        {changes.data?.changes.map((change) => (
          <li key={change.changedAt} className="note">
            {at(change.changedAt)}: {words.changed(change.run, change.before, change.after, change.changedBy, change.reason)}
          </li>
        ))}
      </ul>
    </section>
  );
}
