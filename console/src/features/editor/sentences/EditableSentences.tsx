import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import type { Schemas } from "../../../api/client";
import { useKeys } from "../../../keys";
import { texts } from "../../../texts";
import { Do } from "../../../ui/Button";
import { letterOf } from "../../../ui/FileName";
import type { RuleVocabulary } from "../file/offers";
import { held, lineOf, move, type Path, remove } from "../file/source";
import { additions, type Part } from "./additions";
import { AddMenu } from "./AddMenu";
import { BlankField, BlankWords } from "./BlankField";
import { marginOf } from "./margin";
import { detailsOf, isField, itemOf, placeIn, type Sentence, type Spot, spotOf } from "./places";
import { WordForm } from "./WordForm";

const PARTS = ["FROM", "WHEN", "DO", "THEN"] as const;

interface EditableSentencesProps {
  sentences: Sentence[];
  /** The text that the sentences were read from: the last one that was good. */
  of: string;
  text: string;
  problems: Schemas["Problem"][];
  known: RuleVocabulary;
  onText: (text: string) => void;
  /** What became of the document that is shown. */
  trial: Schemas["TrialResult"] | undefined;
  /** Lines that differ from what the editing began with. */
  changed: Set<number>;
}

/** What is open: a blank of a sentence, its settings, or the menu behind it. */
interface Open {
  path: Path | undefined;
  at: number;
  what: "blank" | "details" | "add";
  /** A place in the file that was just added, whose blank opens once it is read aloud. */
  part?: Part;
}

/** The rule as sentences whose blanks are filled in in place, each with the document's result. */
export function EditableSentences({ sentences, of, text, problems, known, onText, trial, changed }: EditableSentencesProps) {
  const [open, setOpen] = useState<Open>();
  const [below, setBelow] = useState<HTMLElement | null>(null);
  const list = useRef<HTMLElement>(null);
  const fields = trial?.fields ?? [];
  const close = (at: number) => {
    setOpen(undefined);
    window.requestAnimationFrame(() => list.current?.querySelector<HTMLElement>(`[data-at="${at}"] .blank`)?.focus());
  };
  const add = (part: Part, place: number, after: Spot | undefined, addition: string) => {
    const found = additions(part, text, known.schema).find((one) => one.word === addition);
    if (found === undefined) return;
    const added = found.to(text, after);
    onText(added.text);
    setOpen({ path: added.path, at: place, what: "blank", part });
  };
  // What was moved is read aloud in another place a moment later: what was open there stays open, and keeps the focus.
  const [moved, setMoved] = useState<Path>();
  const moveItem = (item: Path, by: -1 | 1) => {
    const next = move(text, item, by);
    const last = item.at(-1);
    if (next === text || last === undefined) return;
    if (open?.path !== undefined) setMoved([...item.slice(0, -1), typeof last === "number" ? last + by : last, ...open.path.slice(item.length)]);
    onText(next);
  };
  useEffect(() => {
    if (moved === undefined || of !== text) return;
    setMoved(undefined);
    for (const [at, sentence] of sentences.entries()) {
      if (sentence.blanks.some((blank) => placeIn(text, sentence, blank)?.path.join() === moved.join())) {
        setOpen({ path: moved, at, what: "blank" });
        return;
      }
    }
  }, [moved, sentences, of, text]);
  // What was added is read aloud a moment later: its sentence is then the one whose blank leads there.
  const pending = open?.part !== undefined ? open : undefined;
  useEffect(() => {
    if (pending?.path === undefined || of !== text) return;
    const path = pending.path;
    for (const [at, sentence] of sentences.entries()) {
      const place = sentence.blanks
        .map((blank) => placeIn(text, sentence, blank))
        .find((one) => one !== undefined && !one.isKey && one.path.every((step, depth) => path[depth] === step));
      if (place !== undefined) {
        setOpen({ path: place.path, at, what: held(text, place.path)?.kind === "map" ? "details" : "blank" });
        return;
      }
    }
    setOpen(undefined);
  }, [pending, sentences, of, text]);
  const openWord = (word: string) => {
    const at = sentences.findIndex((sentence) => sentence.word === word);
    const place = sentences[at]?.blanks.map((blank) => placeIn(of, sentences[at] as Sentence, blank)).find((one) => one !== undefined && !one.isKey);
    if (place !== undefined) setOpen({ path: place.path, at, what: "blank" });
  };
  useKeys([
    { keys: ["r"], words: texts.editor.toName, act: () => openWord("name"), shown: true },
    { keys: ["b"], words: texts.editor.nextBlank, act: () => list.current?.querySelector<HTMLElement>(".blank")?.focus(), caps: ["b", "Tab"], shown: true },
  ]);
  const rowKeys = (event: KeyboardEvent, item: Path | undefined, at: number) => {
    if (event.altKey && event.key === "Enter") {
      event.preventDefault();
      setOpen({ path: undefined, at, what: "add" });
    } else if (event.ctrlKey && event.shiftKey && (event.key === "ArrowUp" || event.key === "ArrowDown")) {
      event.preventDefault();
      if (item !== undefined) moveItem(item, event.key === "ArrowUp" ? -1 : 1);
    }
  };
  return (
    <section className="aloud" aria-label={texts.rules.sentences} ref={list}>
      <Called text={text} known={known} onText={onText} />
      {PARTS.map((part) => (
        <div key={part}>
          <h2 className="heading">{texts.rules.parts[part]}</h2>
          {sentences.map((sentence, at) => {
            if (sentence.part !== part) return null;
            const isOpen = open?.at === at && open.part === undefined;
            const spot = spotOf(of, sentence);
            const details = spot && detailsOf(text, spot);
            const item = spot && itemOf(text, spot);
            const lineNow = spot === undefined ? sentence.line : lineOf(text, [...spot.map, spot.word]);
            const isFirst = sentence.depth === 0 || part === "WHEN" || (spot !== undefined && isField(spot));
            const wrong = isFirst && lineNow > 0 ? problems.filter((problem) => problem.line === lineNow) : [];
            const margin = trial === undefined ? undefined : marginOf(sentence, trial);
            const letter = fields.findIndex((field) => spot !== undefined && isField(spot) && field.name === spot.word);
            return (
              <div
                key={at}
                data-at={at}
                className={`row${isOpen ? " on" : ""}${changed.has(lineNow) ? " new" : ""}`}
                style={{ paddingLeft: `${sentence.depth * 20}px` }}
                onKeyDown={(event) => rowKeys(event, item, at)}
              >
                <i className="ln" aria-hidden="true">
                  {sentence.line > 0 && sentence.depth === 0 ? sentence.line : ""}
                </i>
                <div className="sent">
                  {letter >= 0 && (
                    <span className="key" aria-hidden="true">
                      {letterOf(letter)}
                    </span>
                  )}{" "}
                  <Pieces
                    sentence={sentence}
                    of={of}
                    text={text}
                    below={isOpen ? below : null}
                    known={known}
                    onText={onText}
                    open={isOpen && open.what === "blank" ? open.path : undefined}
                    onOpen={(path) => setOpen({ path, at, what: held(text, path)?.kind === "map" ? "details" : "blank" })}
                    onDone={() => close(at)}
                  />
                  {isOpen && <div ref={setBelow} className="below" />}
                  {wrong.map((problem) => (
                    <p key={problem.words} className="wrong c-fault">
                      {problem.words}
                    </p>
                  ))}
                  {isOpen && (
                    <div className="tools">
                      {details !== undefined && open.what !== "details" && (
                        <Do bare onClick={() => setOpen({ path: undefined, at, what: "details" })}>
                          {texts.editor.details}
                        </Do>
                      )}
                      {open.what !== "add" && (
                        <Do bare cap="Alt Enter" onClick={() => setOpen({ path: undefined, at, what: "add" })}>
                          {texts.editor.addAfter}
                        </Do>
                      )}
                      {item !== undefined && (
                        <>
                          <Do bare cap="Ctrl Shift ↑" onClick={() => moveItem(item, -1)}>
                            {texts.editor.up}
                          </Do>
                          <Do bare cap="Ctrl Shift ↓" onClick={() => moveItem(item, 1)}>
                            {texts.editor.down}
                          </Do>
                          <Do
                            bare
                            onClick={() => {
                              setOpen(undefined);
                              onText(remove(text, item));
                            }}
                          >
                            {texts.editor.takeOut}
                          </Do>
                        </>
                      )}
                      <Do bare cap="Esc" onClick={() => close(at)}>
                        {texts.editor.done}
                      </Do>
                    </div>
                  )}
                  {isOpen && open.what === "details" && (
                    <Details text={text} known={known} onText={onText} details={details} path={open.path} onDone={() => close(at)} />
                  )}
                  {isOpen && open.what === "add" && (
                    <AddMenu part={part} text={text} known={known} onAdd={(addition) => add(part, at, spot, addition)} onDone={() => close(at)} />
                  )}
                </div>
                <p className={margin?.holds === false ? "margin c-fault" : "margin"}>{margin?.words}</p>
              </div>
            );
          })}
          <Adding part={part} text={text} known={known} onAdd={(addition) => add(part, sentences.length, undefined, addition)} />
        </div>
      ))}
    </section>
  );
}

/** The rule's name and purpose. */
function Called({ text, known, onText }: { text: string; known: RuleVocabulary; onText: (text: string) => void }) {
  const [open, setOpen] = useState<Path>();
  const [below, setBelow] = useState<HTMLElement | null>(null);
  const word = (name: string) => {
    const here = held(text, [name]);
    return here?.kind === "text" ? here.text : "";
  };
  const blank = (start: number, words: string, path: string) => ({ start, end: start + words.length, path: [path] });
  const { before, title, middle, id, end } = texts.editor.called(word("title") || word("rule"), word("rule"));
  const about = word("about");
  const named = before + title + middle + id + end;
  const sentence: Sentence = {
    part: "FROM",
    words: `${named} ${about}`,
    depth: 0,
    line: 0,
    word: "",
    blanks: [
      blank(before.length, title, "title"),
      blank(before.length + title.length + middle.length, id, "rule"),
      ...(about === "" ? [] : [blank(named.length + 1, about, "about")]),
    ],
  };
  return (
    <div className="row">
      <i className="ln" />
      <div className="sent">
        <Pieces sentence={sentence} of={text} text={text} below={below} known={known} onText={onText} open={open} onOpen={setOpen} onDone={() => setOpen(undefined)} />
        {open !== undefined && <div ref={setBelow} className="below" />}
      </div>
    </div>
  );
}

interface PiecesProps {
  sentence: Sentence;
  of: string;
  text: string;
  /** Where what fits into the open blank is shown: under the sentence. */
  below: HTMLElement | null;
  known: RuleVocabulary;
  onText: (text: string) => void;
  open: Path | undefined;
  onOpen: (path: Path) => void;
  onDone: () => void;
}

/** A sentence with its blanks: clickable words, the open one as a field. */
function Pieces({ sentence, of, text, below, known, onText, open, onOpen, onDone }: PiecesProps) {
  const pieces = [];
  let from = 0;
  for (const blank of sentence.blanks) {
    const words = sentence.words.slice(blank.start, blank.end);
    const place = placeIn(of, sentence, blank);
    pieces.push(<span key={`t${from}`}>{sentence.words.slice(from, blank.start)}</span>);
    from = blank.end;
    if (place === undefined) {
      pieces.push(
        <b key={blank.start} title={texts.editor.ofPart}>
          {words}
        </b>,
      );
    } else if (open !== undefined && place.path.join("\n") === open.join("\n") && !place.isKey) {
      pieces.push(<BlankField key={blank.start} below={below} path={place.path} text={text} known={known} words={words} onText={onText} onDone={onDone} />);
    } else if (place.isKey) {
      pieces.push(<BlankField key={blank.start} below={below} isKey path={place.path} text={text} known={known} words={words} onText={onText} onDone={onDone} />);
    } else {
      pieces.push(
        <BlankWords key={blank.start} words={words} onOpen={() => onOpen(place.path)} />,
      );
    }
  }
  pieces.push(<span key={`t${from}`}>{sentence.words.slice(from)}</span>);
  return <>{pieces}</>;
}

interface DetailsProps {
  text: string;
  known: RuleVocabulary;
  onText: (text: string) => void;
  details: { path: Path; without: string[] } | undefined;
  path: Path | undefined;
  onDone: () => void;
}

/** All settings of a sentence. */
function Details({ text, known, onText, details, path, onDone }: DetailsProps) {
  const shown = path !== undefined && held(text, path)?.kind === "map" ? { path, without: [] } : details;
  if (shown === undefined) return null;
  return (
    <div
      onKeyDown={(event) => {
        if (event.key === "Escape") {
          event.stopPropagation();
          onDone();
        }
      }}
    >
      <WordForm text={text} path={shown.path} known={known} onText={onText} without={shown.without} />
    </div>
  );
}

/** The menu at the end of a part. */
function Adding({ part, text, known, onAdd }: { part: Part; text: string; known: RuleVocabulary; onAdd: (word: string) => void }) {
  const [open, setOpen] = useState(false);
  return (
    <div className="row">
      <i className="ln" aria-hidden="true">
        +
      </i>
      <div className="sent">
        {open ? (
          <AddMenu
            part={part}
            text={text}
            known={known}
            onAdd={(word) => {
              setOpen(false);
              onAdd(word);
            }}
            onDone={() => setOpen(false)}
          />
        ) : (
          <button type="button" className="addto" onClick={() => setOpen(true)}>
            {texts.editor.add[part]}
          </button>
        )}
      </div>
    </div>
  );
}
