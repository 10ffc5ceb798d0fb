import { useMutation, useQuery } from "@tanstack/react-query";
import { answer, api, type Problem, type Rule, type Schemas } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** The rule's own regression test: its samples, their expected results, and the results of its latest version. */
export function Samples({ rule }: { rule: Rule }) {
  const params = { path: { id: rule.id } };
  const kept = useQuery({
    queryKey: ["GET", "/rules", rule.id, "samples"],
    queryFn: () => answer(api.GET("/api/v1/rules/{id}/samples", { params })),
  });
  const run = useMutation<Schemas["RunResult"], Problem>({
    mutationFn: () => answer(api.POST("/api/v1/rules/{id}/samples/run", { params })),
  });
  const samples = kept.data?.samples ?? [];
  const ran = new Map((run.data?.samples ?? []).map((one) => [one.name, one.differences]));
  return (
    <section aria-label={texts.rules.samples}>
      <h2 className="part">{texts.rules.samples}</h2>
      <ErrorMessage problem={kept.error ?? run.error} />
      <p className="note">{samples.length === 0 ? texts.rules.noSamples : texts.rules.samplesLead}</p>
      <ol className="list">
        {samples.map((sample) => {
          const differences = ran.get(sample.name);
          return (
            <li key={sample.name}>
              <span />
              <div className="min-w-0">
                <p className="name">{sample.name}</p>
                <p className="note">{sample.expected.places.join(", ") || sample.expected.ending}</p>
                {differences?.map((words) => (
                  <p key={words} className="c-fault">
                    {words}
                  </p>
                ))}
              </div>
              {differences !== undefined && (
                <b className={differences.length === 0 ? "c-flow" : "c-fault"}>
                  {differences.length === 0 ? texts.rules.asExpected : texts.rules.different}
                </b>
              )}
            </li>
          );
        })}
      </ol>
      {samples.length > 0 && (
        <Do needs="write rules" disabled={run.isPending} onClick={() => run.mutate()}>
          {texts.rules.runSamples}
        </Do>
      )}
    </section>
  );
}
