import type { JobStory } from "../../api/client";
import { texts } from "../../texts";
import { span } from "../../ui/time";

/** What each rule saw, then what was done, with how long it took. */
export function Steps({ job }: { job: JobStory }) {
  return (
    <section aria-label={texts.job.done}>
      <h2 className="part">{texts.job.done}</h2>
      <ol className="steps">
        {job.considered.map((considered) => (
          <li key={`${considered.rule.id}.${considered.rule.version}`}>
            <div className="say">
              {considered.takes ? `Matched by ${considered.rule.id}.` : `Not matched by ${considered.rule.id}: ${considered.whyNot}`}
              {considered.conditions.map((seen) => (
                <p key={seen.line + seen.says} className="note">
                  {texts.job.truth[seen.truth]}: {seen.says}
                  {seen.saw === "" ? "" : `; ${seen.saw}`}
                </p>
              ))}
            </div>
            <span />
          </li>
        ))}
        {job.steps.map((step, place) => (
          <li key={`${step.generation}.${step.step}.${step.beganAt}`}>
            <div className="say">
              {step.word}
              <span className={step.outcome === "failed" ? "c-fault" : "note"}>
                {" "}
                {texts.job.stepOutcome[step.outcome] ?? step.outcome}
                {step.line > 0 && `, line ${step.line} of the rule`}
              </span>
              {step.reasons.map((reason) => (
                <p key={reason.words} className="note">
                  {reason.words}
                </p>
              ))}
            </div>
            <span className="num note">
              {/* A worker does all steps of a run in one go; what it took stands behind the last. */}
              {job.steps[place + 1]?.beganAt === step.beganAt ? "" : span(Date.parse(step.endedAt) - Date.parse(step.beganAt))}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
