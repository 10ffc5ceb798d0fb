import { useQuery } from "@tanstack/react-query";
import { type Ref, useEffect, useMemo, useRef, useState } from "react";
import { answer, api, type Schemas } from "../api/client";
import { texts } from "../texts";
import { Do } from "./Button";
import { placeOn, useDrawnBox } from "./drawnBox";
import { lines, sureness, touching } from "./pageWords";

type PageWords = Schemas["WordsView"];

/** The words of a page at their places; loaded when first needed. */
export function usePageWords(job: { id: string; isTried?: boolean }, page: number, output: string | undefined, wanted: boolean) {
  return useQuery({
    queryKey: ["GET", "/jobs", job.id, "words", page, output ?? ""],
    queryFn: () =>
      job.isTried === true
        ? answer(api.GET("/api/v1/trials/documents/{sha256}/pages/{page}/words", { params: { path: { sha256: job.id, page } } }))
        : answer(
            api.GET("/api/v1/jobs/{id}/pages/{page}/words", {
              params: { path: { id: job.id, page }, query: output === undefined ? {} : { output } },
            }),
          ),
    enabled: wanted,
    staleTime: Infinity,
  });
}

interface WordMarksProps {
  words: PageWords;
  marked: Set<number>;
  /** Called with the words that are marked as text, by their places, whenever there are some. */
  onMarked: (places: number[]) => void;
  /** Called with the words that were marked, by a click or by a box drawn around them. Words can then not be selected as text. */
  onPointed?: ((places: number[]) => void) | undefined;
}

/** The words over the picture, to be seen, selected and copied; or to be marked. */
export function WordMarks({ words, marked, onMarked, onPointed }: WordMarksProps) {
  const first = useRef<HTMLSpanElement>(null);
  const firstMarked = Math.min(...marked);
  useEffect(() => {
    void first.current?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [firstMarked]);
  const layer = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const look = () => {
      const selection = document.getSelection();
      if (selection === null || selection.isCollapsed || layer.current === null) return;
      const places = [...layer.current.children].flatMap((word, place) => (selection.containsNode(word, true) ? place : []));
      if (places.length > 0) onMarked(places);
    };
    document.addEventListener("selectionchange", look);
    return () => document.removeEventListener("selectionchange", look);
  }, [onMarked]);
  const drawn = useDrawnBox(words, layer, onPointed && ((box) => onPointed(touching(words.words, box))));
  return (
    <div
      ref={layer}
      className={onPointed === undefined ? "wordmarks" : "wordmarks points"}
      aria-label={texts.words.layer}
      role="group"
      {...drawn.handlers}
    >
      {words.words.map((word, place) => (
        <span
          key={place}
          ref={place === firstMarked ? first : null}
          className={`wordmark ${sureness(word.confidence)}${marked.has(place) ? " hit" : ""}`}
          title={texts.words.word(word.text, word.confidence, word.others)}
          style={placeOn(words, word.box)}
        >
          {word.text}{" "}
        </span>
      ))}
      {drawn.box !== undefined && <i className="drawn" style={placeOn(words, drawn.box)} />}
    </div>
  );
}

interface WordBarProps {
  words: PageWords | undefined;
  sought: string;
  onSeek: (sought: string) => void;
  at: number;
  count: number;
  onNext: () => void;
  /** Asks how a rule can find the selected text; absent where that is not possible. */
  onPropose?: (() => void) | undefined;
  /** Whether words are only shown to be marked. */
  brief?: boolean;
  field: Ref<HTMLInputElement>;
}

/** The bar that searches the page, explains the marks, and copies the text. */
export function WordBar({ words, sought, onSeek, at, count, onNext, onPropose, brief = false, field }: WordBarProps) {
  const [copied, setCopied] = useState(false);
  useEffect(() => setCopied(false), [words]);
  const told = useMemo(() => {
    const kinds = { sure: 0, fair: 0, poor: 0 };
    for (const word of words?.words ?? []) kinds[sureness(word.confidence)]++;
    return kinds;
  }, [words]);
  const all = words?.words ?? [];
  const copy = () =>
    void navigator.clipboard.writeText(lines(all)).then(
      () => setCopied(true),
      () => setCopied(false),
    );
  return (
    <div className="wordbar">
      <label>
        <span className="sr-only">{texts.words.find}</span>
        <input
          ref={field}
          type="search"
          value={sought}
          placeholder={texts.words.find}
          onChange={(event) => onSeek(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === "Enter") onNext();
            if (event.key === "Escape") {
              // Search results stay marked, to be asked about.
              event.preventDefault();
              event.stopPropagation();
              event.currentTarget.blur();
            }
          }}
        />
      </label>
      {words === undefined ? (
        <span className="note" role="status">
          {texts.words.reading}
        </span>
      ) : words.reason !== undefined ? (
        <span className="say">{words.reason.words}</span>
      ) : (
        <>
          <span className="note" role="status">
            {sought.trim() === "" ? texts.words.count(all.length) : texts.words.hit(at + 1, count)}
          </span>
          {!brief && (
            <span className="note kinds">
              <i className="wordmark sure" /> {texts.words.sure(told.sure)} <i className="wordmark fair" /> {texts.words.fair(told.fair)}{" "}
              <i className="wordmark poor" /> {texts.words.poor(told.poor)}
            </span>
          )}
          {onPropose !== undefined && (
            <Do cap="p" onClick={onPropose}>
              {texts.propose.open}
            </Do>
          )}
          {!brief && <Do onClick={copy}>{copied ? texts.words.copied : texts.words.copy}</Do>}
        </>
      )}
    </div>
  );
}
