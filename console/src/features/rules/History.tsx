import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Problem, type Rule, type Schemas } from "../../api/client";
import { usePeople } from "../../api/queries";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { at } from "../../ui/time";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { nameOf } from "../../ui/people";
import { ChangedSentences } from "./ChangedSentences";

/** The versions of a rule, what changed from one to the next, and the way back to it. */
export function History({ rule }: { rule: Rule }) {
  const [shown, setShown] = useState<number>();
  const people = usePeople();
  const queries = useQueryClient();
  const versions = useQuery({
    queryKey: ["GET", "/rules", rule.id, "versions"],
    queryFn: () => answer(api.GET("/api/v1/rules/{id}/versions", { params: { path: { id: rule.id } } })),
  });
  const goBack = useMutation<unknown, Problem, number>({
    mutationFn: (to) => answer(api.POST("/api/v1/rules/{id}/restore", { params: { path: { id: rule.id }, query: { to } } })),
    onSettled: () => queries.invalidateQueries(),
  });
  return (
    <section aria-label={texts.rules.versions} className="history">
      <h2 className="part">{texts.rules.versions}</h2>
      <ErrorMessage problem={versions.error ?? goBack.error} />
      <ol className="list">
        {(versions.data?.versions ?? []).map((one) => (
          <li key={one.version}>
            <b className="num">{one.version}</b>
            <div className="min-w-0">
              <p className="say">{one.reason === "" ? texts.rules.noReason : one.reason}</p>
              <p className="note">
                {texts.rules.addedBy(at(one.addedAt), nameOf(one.addedBy, people.data?.people ?? []))}
                {one.version === rule.liveVersion && <b>{texts.rules.states.live}</b>}
              </p>
            </div>
            <span className="acts">
              {one.version > 1 && (
                <Do aria-expanded={shown === one.version} onClick={() => setShown(shown === one.version ? undefined : one.version)}>
                  {texts.rules.whatChanged}
                </Do>
              )}
              {one.version !== rule.latestVersion && <Do needs="write rules" onClick={() => goBack.mutate(one.version)}>{texts.rules.goBack}</Do>}
            </span>
            {shown === one.version && <Change id={rule.id} to={one.version} />}
          </li>
        ))}
      </ol>
    </section>
  );
}

const MARKS: Record<string, string> = { ADDED: "+", REMOVED: "\u2212", SAME: " ", GAP: "\u2026" };

function Change({ id, to }: { id: string; to: number }) {
  const { data, error } = useQuery({
    queryKey: ["GET", "/rules", id, "difference", to],
    queryFn: () =>
      answer(api.GET("/api/v1/rules/{id}/difference", { params: { path: { id }, query: { from: to - 1, to } } })),
    staleTime: Infinity,
  });
  if (data === undefined) return <ErrorMessage problem={error} />;
  return (
    <>
      <ChangedSentences of={data.sentences} />
      <pre className="change" tabIndex={0} aria-label={texts.rules.whatChanged}>
      {data.lines.length === 0 && data.parts.length === 0 && texts.rules.nothingChanged}
      <Lines of={data.lines} />
      {data.parts.map((part) => (
        <span key={part.name}>
          {texts.rules.itsPart(part.name)}
          {"\n"}
          <Lines of={part.lines} />
        </span>
      ))}
      </pre>
    </>
  );
}

function Lines({ of }: { of: Schemas["Line"][] }) {
  return of.map((line, place) => (
    <span key={place} className={`row ${line.kind.toLowerCase()}`}>
      <span className="ln" aria-hidden="true">
        {line.kind === "GAP" ? "" : line.number}
      </span>
      {MARKS[line.kind]} {line.kind === "GAP" ? texts.rules.linesTheSame(line.number) : line.text}
      {"\n"}
    </span>
  ));
}
