import { useRef, useState } from "react";
import type { Job } from "../../api/client";
import { type JobDeed, useRules } from "../../api/queries";
import { useKeys } from "../../keys";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { FileForm } from "../../ui/FileForm";
import { FileName } from "../../ui/FileName";

interface QuestionProps {
  jobs: Job[];
  onDeed: (deed: JobDeed, to?: string) => void;
  onFiled: () => void;
}

/** The question what to do with the chosen documents, and the possible answers. */
export function Question({ jobs, onDeed, onFiled }: QuestionProps) {
  const rules = useRules();
  const live = (rules.data?.rules ?? []).filter((rule) => rule.state === "live");
  const only = jobs.length === 1 ? jobs[0] : undefined;
  const [choosing, setChoosing] = useState(false);
  const section = useRef<HTMLElement>(null);
  useKeys([
    { keys: ["r"], words: texts.key.giveTo, act: () => setChoosing(true), shown: live.length > 0 },
    {
      keys: ["n"],
      words: texts.key.name,
      act: () => section.current?.querySelector<HTMLInputElement>("input[name=name]")?.select(),
      shown: true,
    },
  ]);
  return (
    <section ref={section} className="question" aria-label={texts.desk.question(jobs.length)}>
      <h2 className="part">{texts.desk.question(jobs.length)}</h2>
      {only !== undefined && (
        <p className="asked">
          <FileName name={only.fileName} raw />
        </p>
      )}
      {only?.reason !== undefined && <p className="why say">{only.reason.words}</p>}
      <p className="say">
        {live.length === 0 ? (
          texts.desk.noRule
        ) : (
          <>
            {only === undefined ? texts.desk.giveMany : texts.desk.give}
            <Choice
              label={texts.jobs.giveTo}
              value=""
              open={choosing}
              onOpenChange={setChoosing}
              options={[{ value: "", words: texts.desk.rule }, ...live.map((rule) => ({ value: rule.id, words: rule.id }))]}
              onChoose={(to) => to !== "" && onDeed("move", to)}
            />
            {texts.desk.giveRest}
          </>
        )}
      </p>
      <h3 className="part">{texts.desk.or}</h3>
      <FileForm jobs={jobs} onDone={onFiled} />
      <p className="acts">
        <Do cap="t" onClick={() => onDeed("retry")}>
          {texts.desk.retry}
        </Do>
        <Do cap="c" onClick={() => onDeed("cancel")}>
          {texts.desk.leave}
        </Do>
      </p>
    </section>
  );
}
