import { useState } from "react";
import { texts } from "../../../texts";
import { Do } from "../../../ui/Button";
import { fitting, type RuleVocabulary, said } from "../file/offers";
import { held, type Path, remove, set } from "../file/source";
import { shapeAt } from "../file/words";
import { Combo } from "./Combo";
import { tidied, typed, withTyped } from "./value";

interface WordFormProps {
  text: string;
  path: Path;
  known: RuleVocabulary;
  onText: (text: string) => void;
  /** Words that are not shown, since the sentence has them already. */
  without?: string[];
}

/** All settings at a place of the file: each word with its value, explanation and example; and what can be added. */
export function WordForm({ text, path, known, onText, without = [] }: WordFormProps) {
  const [added, setAdded] = useState("");
  const shape = shapeAt(known.schema, path);
  const here = held(text, path);
  const own = here?.kind === "map" ? here.words : [];
  const free = (shape?.words ?? []).filter((word) => !own.includes(word) && !without.includes(word));
  return (
    <div className="words">
      <dl>
        {own
          .filter((word) => !without.includes(word))
          .map((word) => (
            <OneWord key={word} text={text} path={[...path, word]} known={known} onText={onText} isNew={word === added} />
          ))}
      </dl>
      {free.length > 0 && (
        <div className="more">
          <span className="note">{texts.editor.alsoSay}</span>
          {free.map((word) => {
            const one = shapeAt(known.schema, [...path, word]);
            return (
              <button
                key={word}
                type="button"
                className="offer"
                title={`${one?.says ?? ""} ${texts.editor.example(one?.example ?? "")}`}
                onClick={() => {
                  setAdded(word);
                  onText(set(text, [...path, word], one?.example ?? "''"));
                }}
              >
                {word}
              </button>
            );
          })}
        </div>
      )}
    </div>
  );
}

interface OneWordProps {
  text: string;
  path: Path;
  known: RuleVocabulary;
  onText: (text: string) => void;
  isNew: boolean;
}

function OneWord({ text, path, known, onText, isNew }: OneWordProps) {
  const shape = shapeAt(known.schema, path);
  const word = String(path.at(-1));
  const here = held(text, path);
  const inner = here?.kind === "map";
  return (
    <>
      <dt className="name">{word}</dt>
      <dd>
        {inner ? (
          <>
            <span className="note">{shape?.says}</span>
            <WordForm text={text} path={path} known={known} onText={onText} />
          </>
        ) : (
          <Combo
            label={said(path)}
            value={typed(text, path)}
            fits={(written, caret) => (shape === undefined ? { from: 0, offers: [] } : fitting(shape, written, caret, text, known))}
            onChange={(value) => onText(withTyped(text, path, value, shape))}
            onDone={() => onText(tidied(text, path))}
            note={`${shape?.says ?? ""} ${texts.editor.example(shape?.example ?? "")}`}
            autoFocus={isNew}
          />
        )}
        <Do bare aria-label={texts.editor.without(word)} onClick={() => onText(remove(text, path))}>
          {texts.editor.remove}
        </Do>
      </dd>
    </>
  );
}
