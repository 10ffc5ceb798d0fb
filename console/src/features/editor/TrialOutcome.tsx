import type { Schemas } from "../../api/client";
import { texts } from "../../texts";
import { AnnotatedName } from "../../ui/FileName";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { warningsOf, followUpsOf } from "./warnings";
import type { TrialDocument } from "./trialDocument";

interface Tried {
  paper: TrialDocument;
  data: Schemas["TrialResult"] | undefined;
  error: Error | null;
  isPending: boolean;
}

interface TrialOutcomeProps {
  tried: Tried[];
  current: number;
  onChoose: (place: number) => void;
  isGood: boolean;
  /** The rule as it is written, and as it is read aloud. */
  text: string;
  sentences: Schemas["Sentence"][];
}

/** The name that a trial makes, or why there is none. */
function nameOf(result: Schemas["TrialResult"]) {
  return result.wouldFile[0]?.name ?? result.reason?.words ?? result.ending;
}

/** The results of the rule's present text for the shown document and the others. Nothing is filed. */
export function TrialOutcome({ tried, current, onChoose, isGood, text, sentences }: TrialOutcomeProps) {
  const here = tried[current];
  const data = here?.data;
  const place = data?.wouldFile[0];
  const doubts = data === undefined ? [] : warningsOf(data, text, here?.paper.isJob);
  const follows = data === undefined ? [] : followUpsOf(data, sentences);
  const done = tried.filter((one) => !one.isPending && (one.data !== undefined || one.error !== null)).length;
  const filed = tried.filter((one) => one.data !== undefined && one.data.wouldFile.length > 0).length;
  return (
    <section className="outcome" aria-label={texts.editor.outcome} aria-live="polite">
      <div className="one">
        <ErrorMessage problem={isGood ? (here?.error ?? null) : null} />
        {data === undefined ? (
          <p className="note">{here === undefined ? texts.editor.noSample : isGood ? texts.editor.trying : texts.editor.notGood}</p>
        ) : place === undefined ? (
          <p className="say c-fault">{data.reason?.words ?? data.ending}</p>
        ) : (
          <>
            <AnnotatedName name={place.name} fields={data.fields} endingWords={texts.job.ending} />
            <p className="say">{texts.editor.wouldLie(place.connection, place.folder, data.wouldFile.length - 1)}</p>
            {!isGood && <p className="note">{texts.editor.asBefore}</p>}
            {doubts.length > 0 && <p className="say c-doubt">{doubts.join(" ")}</p>}
          </>
        )}
        {follows.map((words) => (
          <p key={words} className="say">
            {words}
          </p>
        ))}
      </div>
      {tried.length > 1 && (
        <div className="all">
          <p className="say">{isGood && done < tried.length ? texts.editor.testing(done, tried.length) : texts.editor.come(filed, tried.length)}</p>
          <ol>
            {tried.map((one, place) => (
              <li key={one.paper.id}>
                <button
                  type="button"
                  aria-current={place === current}
                  className={one.data === undefined ? "" : one.data.wouldFile.length === 0 ? "c-fault" : ""}
                  onClick={() => onChoose(place)}
                >
                  <span className="note">{one.paper.name}</span>
                  <span className="name">{one.data === undefined ? (one.isPending && isGood ? texts.editor.trying : "") : nameOf(one.data)}</span>
                  {one.data !== undefined && one.data.wouldFile.length > 0 && warningsOf(one.data, text, one.paper.isJob).length > 0 && (
                    <span className="note c-doubt">{warningsOf(one.data, text, one.paper.isJob).join(" ")}</span>
                  )}
                </button>
              </li>
            ))}
          </ol>
        </div>
      )}
    </section>
  );
}
