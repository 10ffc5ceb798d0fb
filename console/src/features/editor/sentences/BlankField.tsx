import { useState } from "react";
import { texts } from "../../../texts";
import { fitting, type RuleVocabulary, said } from "../file/offers";
import { type Path, rename } from "../file/source";
import { shapeAt, wordsLike } from "../file/words";
import { Combo } from "./Combo";
import { tidied, typed, withFieldCalled, withTyped } from "./value";

/** A blank while it is closed: words that flow with their sentence, as those of a button could not. */
export function BlankWords({ words, onOpen }: { words: string; onOpen: () => void }) {
  return (
    <span
      role="button"
      tabIndex={0}
      className={/[{}\\/]/.test(words) ? "blank mono" : "blank"}
      onClick={onOpen}
      onKeyDown={(event) => {
        if (event.target !== event.currentTarget || event.altKey || event.ctrlKey || (event.key !== "Enter" && event.key !== " ")) return;
        event.preventDefault();
        event.stopPropagation();
        onOpen();
      }}
    >
      {words}
    </span>
  );
}

interface BlankFieldProps {
  path: Path;
  /** Whether the word of the file itself is to be another. */
  isKey?: boolean;
  text: string;
  known: RuleVocabulary;
  words: string;
  below: HTMLElement | null;
  onText: (text: string) => void;
  onDone: () => void;
}

/** An open blank in its sentence: every keystroke changes the file at once. */
export function BlankField({ path, isKey = false, text, known, words, below, onText, onDone }: BlankFieldProps) {
  if (isKey) return <OtherWord path={path} text={text} known={known} words={words} below={below} onText={onText} />;
  const shape = shapeAt(known.schema, path);
  return (
    <Combo
      label={said(path)}
      value={typed(text, path)}
      hint={words}
      fits={(written, caret) => (shape === undefined ? { from: 0, offers: [] } : fitting(shape, written, caret, text, known))}
      onChange={(value) => onText(withTyped(text, path, value, shape))}
      onDone={() => {
        onText(tidied(text, path));
        onDone();
      }}
      note={shape === undefined ? "" : `${shape.says} ${texts.editor.example(shape.example)}`}
      below={below}
      autoFocus
    />
  );
}

interface OtherWordProps {
  path: Path;
  text: string;
  known: RuleVocabulary;
  words: string;
  below: HTMLElement | null;
  onText: (text: string) => void;
}

/** A word of the file: a field's name, or another wording of a condition. It is changed when one is done with it. */
function OtherWord({ path, text, known, words, below, onText }: OtherWordProps) {
  const [written, setWritten] = useState<string>();
  const word = String(path.at(-1));
  const map = path.slice(0, -1);
  const isField = map.at(-1) === "fields";
  if (written === undefined) {
    return (
      <BlankWords words={words} onOpen={() => setWritten(word)} />
    );
  }
  const others = isField ? [] : wordsLike(known.schema, map, word);
  const take = (other: string) => {
    setWritten(undefined);
    const name = other.trim();
    if (name === "" || name === word || (!isField && !others.includes(name))) return;
    const renamed = rename(text, path, name);
    onText(isField ? withFieldCalled(renamed, word, name) : renamed);
  };
  return (
    <Combo
      label={isField ? texts.editor.fieldName : texts.editor.wording}
      value={written}
      fits={() => ({
        from: 0,
        offers: others.map((other) => ({ text: other, says: shapeAt(known.schema, [...map, other])?.says ?? "" })),
      })}
      onChange={setWritten}
      onTake={take}
      onDone={() => take(written)}
      below={below}
      autoFocus
    />
  );
}
