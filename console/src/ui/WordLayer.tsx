import { useQuery } from "@tanstack/react-query";
import { type Ref, useEffect, useMemo, useRef, useState } from "react";
import { answer, api, type Schemas } from "../api/client";
import { texts } from "../texts";
import { Do } from "./Button";
import { lines, sureness } from "./pageWords";

export type Words = Schemas["WordsView"];

/** The words of a page where they stand; asked for once they are wanted. */
export function usePageWords(job: string, page: number, output: string | undefined, wanted: boolean) {
  return useQuery({
    queryKey: ["GET", "/jobs", job, "words", page, output ?? ""],
    queryFn: () =>
      answer(
        api.GET("/api/v1/jobs/{id}/pages/{page}/words", {
          params: { path: { id: job, page }, query: output === undefined ? {} : { output } },
        }),
      ),
    enabled: wanted,
    staleTime: Infinity,
  });
}

interface WordMarksProps {
  words: Words;
  marked: Set<number>;
}

/** Words laid over the picture, to be seen, marked and copied. */
export function WordMarks({ words, marked }: WordMarksProps) {
  const share = (part: number, whole: number) => `${(100 * part) / whole}%`;
  const first = useRef<HTMLSpanElement>(null);
  const firstMarked = Math.min(...marked);
  useEffect(() => {
    void first.current?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [firstMarked]);
  return (
    <div className="wordmarks" aria-label={texts.words.layer} role="group">
      {words.words.map((word, place) => (
        <span
          key={place}
          ref={place === firstMarked ? first : null}
          className={`wordmark ${sureness(word.confidence)}${marked.has(place) ? " hit" : ""}`}
          title={texts.words.word(word.text, word.confidence, word.others)}
          style={{
            left: share(word.box.left, words.width),
            top: share(word.box.top, words.height),
            width: share(word.box.width, words.width),
            height: share(word.box.height, words.height),
          }}
        >
          {word.text}{" "}
        </span>
      ))}
    </div>
  );
}

interface WordBarProps {
  words: Words | undefined;
  sought: string;
  onSeek: (sought: string) => void;
  at: number;
  count: number;
  onNext: () => void;
  field: Ref<HTMLInputElement>;
}

/** Finding on the page, what the marks mean, and the text to take along. */
export function WordBar({ words, sought, onSeek, at, count, onNext, field }: WordBarProps) {
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
            if (event.key === "Escape") event.currentTarget.blur();
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
          <span className="note kinds">
            <i className="wordmark sure" /> {texts.words.sure(told.sure)} <i className="wordmark fair" /> {texts.words.fair(told.fair)}{" "}
            <i className="wordmark poor" /> {texts.words.poor(told.poor)}
          </span>
          <Do onClick={copy}>{copied ? texts.words.copied : texts.words.copy}</Do>
        </>
      )}
    </div>
  );
}
