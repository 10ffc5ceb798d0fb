import type { Schemas } from "../../api/client";
import { texts } from "../../texts";

type Sentence = Schemas["Sentence"];

const PARTS = ["FROM", "WHEN", "DO", "THEN"] as const;

/** The rule read aloud. A sentence that is pointed at marks the line of the file that says it. */
export function Sentences({ sentences, line, onLine }: { sentences: Sentence[]; line: number; onLine: (line: number) => void }) {
  return (
    <section className="sentences" aria-label={texts.rules.sentences}>
      <h2 className="part">{texts.rules.sentences}</h2>
      {PARTS.map((part) => {
        const own = sentences.filter((sentence) => sentence.part === part);
        return own.length === 0 ? null : (
          <div key={part}>
            <h3>{texts.rules.parts[part]}</h3>
            {own.map((sentence, place) => (
              <p
                key={place}
                className={sentence.line > 0 && sentence.line === line ? "s on" : "s"}
                style={{ paddingLeft: `${sentence.depth * 22}px` }}
                onPointerEnter={() => onLine(sentence.line)}
              >
                <i>{sentence.line > 0 ? sentence.line : ""}</i>
                <span>{sentence.words}</span>
              </p>
            ))}
          </div>
        );
      })}
    </section>
  );
}
