import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { answer, api, type Problem, type Rule } from "../../api/client";
import { useKeys } from "../../keys";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Panel } from "../../ui/Panel";
import { changesTexts } from "../changes/texts";
import { WhatChanges } from "../changes/WhatChanges";
import { withExtractor } from "../editor/sentences/additions";
import { Proposal } from "../propose/Proposal";

const MOST_EXAMPLES = 6;

/** What people entered instead of what was read, by field and extractor; better extractors are suggested from the corrected documents. */
export function Corrections({ rule, text }: { rule: Rule; text: string }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [draft, setDraft] = useState<string>();
  const save = useMutation<unknown, Problem, string>({
    mutationFn: async (body) => {
      const now = await api.GET("/api/v1/rules/{id}", { params: { path: { id: rule.id } } });
      const tag = now.data?.text === text ? (now.response.headers.get("ETag") ?? "") : "changed";
      return answer(
        api.POST("/api/v1/rules", {
          body,
          bodySerializer: (sent) => sent,
          headers: { "Content-Type": "text/plain; charset=utf-8", "If-Match": tag },
        }),
      );
    },
    onSuccess: () => {
      void queries.invalidateQueries();
      void navigate(`/rules/${rule.id}/live`);
    },
  });
  const { data, error } = useQuery({
    queryKey: ["GET", "/desk", "corrections", rule.id],
    queryFn: () => answer(api.GET("/api/v1/desk/corrections", { params: { query: { rule: rule.id } } })),
  });
  const [field, setField] = useState<string>();
  const counted = data?.counted ?? [];
  const examplesOf = (name: string) => {
    const seen = new Set<string>();
    return (data?.latest ?? [])
      .filter((one) => one.field === name && one.page > 0 && !seen.has(one.job) && seen.add(one.job))
      .slice(0, MOST_EXAMPLES)
      .map(({ job, page, box }) => ({ job, page, box }));
  };
  const first = counted.find((one) => examplesOf(one.field).length > 0);
  useKeys(first === undefined ? [] : [{ keys: ["s"], words: texts.key.propose, act: () => setField(first.field), shown: true }]);
  if (counted.length === 0) return error === null ? null : <ErrorMessage problem={error} />;
  const close = () => {
    setField(undefined);
    setDraft(undefined);
  };
  const examples = field === undefined ? [] : examplesOf(field);
  return (
    <section aria-label={texts.rules.corrections}>
      <h2 className="part">{texts.rules.corrections}</h2>
      <ol className="list">
        {counted.map((one) => (
          <li key={one.field + one.extractor}>
            <span />
            <div className="min-w-0">
              <p className="name">{one.field}</p>
              <p className="note">{texts.rules.correctedBy(one.count, one.perHundred, one.extractor)}</p>
              <p className="note">
                {(data?.latest ?? [])
                  .filter((latest) => latest.field === one.field)
                  .slice(0, 3)
                  .map((latest) => (
                    <Link key={latest.job + latest.at} to={`/jobs/${latest.job}`}>
                      {texts.rules.correction(latest.read, latest.entered)}{" "}
                    </Link>
                  ))}
              </p>
            </div>
            {examplesOf(one.field).length > 0 && (
              <Do cap={one === first ? "s" : undefined} onClick={() => setField(one.field)}>
                {texts.propose.open}
              </Do>
            )}
          </li>
        ))}
      </ol>
      {field !== undefined && examples[0] !== undefined && (
        <Panel title={texts.propose.title(field)} beside onClose={close}>
          {draft === undefined ? (
            <Proposal documents={examples} here={examples[0].job} onTake={(_, wording) => setDraft(withExtractor(text, field, wording))} />
          ) : (
            <>
              <WhatChanges rule={rule.id} text={draft} field={field} />
              <ErrorMessage problem={save.error} />
              <p className="acts">
                <Do first disabled={save.isPending} onClick={() => save.mutate(draft)}>
                  {changesTexts.draft}
                </Do>
                <Do onClick={() => setDraft(undefined)}>{changesTexts.otherWay}</Do>
              </p>
            </>
          )}
        </Panel>
      )}
    </section>
  );
}
