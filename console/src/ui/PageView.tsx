import { useQuery } from "@tanstack/react-query";
import { type MouseEvent, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { answer, api, base, type Job, type JobStory, type Schemas } from "../api/client";
import { useKeys } from "../keys";
import { texts } from "../texts";
import { Do } from "./Button";
import { DrawLayer } from "./DrawLayer";
import { letterOf } from "./FileName";
import { PageText } from "./PageText";
import { placeOn } from "./drawnBox";
import { usePageWords, WordBar, WordMarks } from "./WordLayer";
import { around, fitToText, hits } from "./pageWords";

type View = Schemas["PageView"];
type Field = JobStory["fields"][number];
type Box = Field["box"];

const ZOOMS = [1, 1.5, 2.2, 3.2];
/** As large as the text on the page allows. */
const FIT = -1;
const BASE_WIDTH = 960;
const WIDEST = 3_000;

/** A job's document, or one uploaded for a trial: its id is then its hash. */
export interface Viewed extends Pick<Job, "id" | "fileName" | "hasOriginal" | "originalRemovedAt"> {
  isTried?: boolean;
}

interface PageViewProps {
  job: Viewed;
  fields?: Field[];
  /** The document's files by name, the original first; undefined where there is only the original. */
  outputs?: string[];
  page: number;
  onPage: (page: number) => void;
  chosen?: number | undefined;
  onChoose?: (field: number) => void;
  /** Called to ask how a rule can find the text in a box of a page. */
  onPropose?: (page: number, box: Box, text: string) => void;
  /** Called with a box that was drawn on a page, and with its text where the page is text. */
  onDrawn?: (page: number, box: Box, text: string | undefined) => void;
  /** The place of the output that is shown first. */
  first?: number;
  /** How large it is shown, as a place in its steps, where another page is shown as large. */
  zoom?: number;
  onZoom?: (zoom: number) => void;
  /** Whether it leaves the keys to another page beside it. */
  keyless?: boolean;
  /** Whether words are shown at once, and proposals are asked for as soon as some are marked. */
  points?: boolean;
}

const NO_FIELDS: Field[] = [];
const NO_OUTPUTS: string[] = [];

/** A page of the document, with the box of each field that was found on it. */
export function PageView({
  job,
  fields: all = NO_FIELDS,
  outputs = NO_OUTPUTS,
  page,
  onPage,
  chosen,
  onChoose = () => {},
  onPropose,
  onDrawn,
  first = 0,
  zoom: zoomBeside,
  onZoom,
  keyless = false,
  points = false,
}: PageViewProps) {
  const [ownZoom, setOwnZoom] = useState(points ? FIT : 0);
  const zoom = zoomBeside ?? ownZoom;
  const setZoom = onZoom ?? setOwnZoom;
  const [shown, setShown] = useState(first);
  const output = shown === 0 ? undefined : outputs[shown];
  const hasOriginal = job.hasOriginal && job.originalRemovedAt === undefined;
  const { data, isPending } = useQuery({
    queryKey: ["GET", "/jobs", job.id, "pages", page, output ?? ""],
    queryFn: () =>
      job.isTried === true
        ? answer(api.GET("/api/v1/trials/documents/{sha256}/pages/{page}", { params: { path: { sha256: job.id, page } } }))
        : answer(
            api.GET("/api/v1/jobs/{id}/pages/{page}", {
              params: { path: { id: job.id, page }, query: output === undefined ? {} : { output } },
            }),
          ),
    enabled: hasOriginal,
    staleTime: Infinity,
  });
  const [showsWords, setShowsWords] = useState(points);
  const [sought, setSought] = useState("");
  const [hit, setHit] = useState(0);
  const finder = useRef<HTMLInputElement>(null);
  const isPicture = data !== undefined && data.reason === undefined && data.pages > 0 && data.lines.length === 0;
  const { data: words } = usePageWords(job, page, output, showsWords && isPicture);
  const found = useMemo(() => hits(words?.words ?? [], sought), [words, sought]);
  const marked = useMemo(() => new Set(found[hit % Math.max(1, found.length)] ?? []), [found, hit]);
  useEffect(() => setHit(0), [sought, page]);
  const [selected, setSelected] = useState<number[]>([]);
  useEffect(() => setSelected([]), [words, sought]);
  const pointed = selected.length > 0 ? selected : [...marked];
  const box = around(words?.words ?? [], pointed);
  const propose =
    onPropose === undefined || box === undefined || output !== undefined
      ? undefined
      : () => onPropose(page, box, pointed.map((place) => words?.words[place]?.text).join(" "));
  const point = (places: number[]) => {
    const pointedAt = around(words?.words ?? [], places);
    setSelected(places);
    if (pointedAt !== undefined) onPropose?.(page, pointedAt, places.map((place) => words?.words[place]?.text).join(" "));
  };
  const seeking = useRef(false);
  const seek = () => {
    seeking.current = true;
    setShowsWords(true);
    finder.current?.focus();
  };
  // What is typed next must not be taken for other keys: the field has the focus as soon as it is there.
  useLayoutEffect(() => {
    if (seeking.current && finder.current !== null) {
      seeking.current = false;
      finder.current.focus();
    }
  });
  const larger = () => setZoom(zoom + 1 < ZOOMS.length ? zoom + 1 : isPicture && points ? FIT : 0);
  const next = () => setShown((shown + 1) % Math.max(1, outputs.length));
  const keys = [
    { keys: ["z"], words: texts.key.larger, act: larger, shown: true },
    ...(isPicture
      ? [
          { keys: ["w"], words: texts.key.words, act: () => setShowsWords(!showsWords), shown: true },
          { keys: ["s"], words: texts.key.findWords, act: seek },
          ...(propose === undefined ? [] : [{ keys: ["p"], words: texts.key.propose, act: propose, shown: true }]),
        ]
      : []),
    ...(outputs.length > 1 ? [{ keys: ["v"], words: texts.key.output, act: next, shown: true }] : []),
  ];
  useKeys(keyless ? [] : keys);
  const fields = (output === undefined ? all : NO_FIELDS).map((field, place) => ({ field, place })).filter(({ field }) => field.page === page);
  const fit = useMemo(
    () => (points && words !== undefined && data !== undefined ? fitToText(words.words, data.width) : undefined),
    [points, words, data],
  );
  const fits = isPicture && points && zoom === FIT;
  const scale = fits ? (fit?.scale ?? 1) : (ZOOMS[zoom] ?? 1);
  const frame = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    if (fits && fit !== undefined && frame.current !== null) frame.current.scrollLeft = fit.left * frame.current.scrollWidth;
  }, [fits, fit]);
  const beyond = data !== undefined && data.pages > 0 && page > data.pages;
  if (beyond) onPage(data.pages);
  return (
    <figure aria-label="Document">
      {outputs.length > 1 && (
        <div role="group" aria-label={texts.job.outputs} className="outputs">
          {outputs.map((name, place) => (
            <Do key={name} bare aria-pressed={place === shown} onClick={() => setShown(place)}>
              {texts.job.output(name)}
            </Do>
          ))}
        </div>
      )}
      {showsWords && isPicture && (
        <WordBar
          words={words}
          sought={sought}
          onSeek={setSought}
          at={hit % Math.max(1, found.length)}
          count={found.length}
          onNext={() => setHit(hit + 1)}
          onPropose={propose}
          brief={points}
          field={finder}
        />
      )}
      <div ref={frame} className="sheetframe" tabIndex={0} role="group" aria-label="Page">
        {!hasOriginal ? (
          <p className="say p-4">{job.originalRemovedAt === undefined ? texts.job.notTaken : texts.job.noPicture}</p>
        ) : data?.reason !== undefined ? (
          <PageText job={job} page={page} output={output} reason={data.reason.words} />
        ) : isPending ? (
          <Drawing />
        ) : data !== undefined && data.lines.length > 0 ? (
          <TextPage
            view={data}
            fields={fields}
            chosen={chosen}
            onChoose={onChoose}
            scale={scale}
            onMarked={
              onDrawn !== undefined
                ? (marked, text) => onDrawn(page, marked, text)
                : points && onPropose !== undefined
                  ? (marked, text) => onPropose(page, marked, text)
                  : undefined
            }
          />
        ) : data !== undefined ? (
          <div className="scaled" style={{ width: `${100 * scale}%` }}>
            <img alt={`Page ${page} of ${job.fileName}`} src={pictureOf(job, page, scale, output)} width={data.width} height={data.height} />
            {onDrawn !== undefined && output === undefined && !showsWords && <DrawLayer page={data} onDrawn={(drawn) => onDrawn(page, drawn, undefined)} />}
            {fields.map(({ field, place }) => (
              <BoxMark key={place} view={data} field={field} place={place} on={chosen === place} onChoose={onChoose} />
            ))}
            {showsWords && words !== undefined && words.reason === undefined && (
              <WordMarks words={words} marked={points ? new Set(pointed) : marked} onMarked={setSelected} onPointed={points ? point : undefined} />
            )}
          </div>
        ) : null}
      </div>
      <figcaption className="pnav">
        <span>{data !== undefined && data.pages > 0 ? texts.job.page(page, data.pages) : ""}</span>
        <span className="acts">
          <Do cap="," disabled={page <= 1} aria-label="Previous page" onClick={() => onPage(page - 1)}>
            ←
          </Do>
          <Do cap="." disabled={page >= (data?.pages ?? 1)} aria-label="Next page" onClick={() => onPage(page + 1)}>
            →
          </Do>
          {isPicture && (
            <Do cap="w" aria-pressed={showsWords} onClick={() => setShowsWords(!showsWords)}>
              {texts.words.show}
            </Do>
          )}
          <Do cap="z" onClick={larger}>
            {fits ? texts.job.fit : `${Math.round(scale * 100)} %`}
          </Do>
        </span>
      </figcaption>
    </figure>
  );
}

const PATIENCE_MILLIS = 300;

/** The placeholder of a page that takes noticeably long. */
function Drawing() {
  const [shown, setShown] = useState(false);
  useEffect(() => {
    const later = window.setTimeout(() => setShown(true), PATIENCE_MILLIS);
    return () => window.clearTimeout(later);
  }, []);
  if (!shown) return <div className="drawing" />;
  return (
    <div className="drawing">
      <p className="note" role="status">
        {texts.job.loading}
      </p>
      {[70, 92, 86, 94, 60, 0, 90, 82, 95, 40].map((width, line) => (
        <span key={line} className="grey" style={{ width: `${width}%` }} />
      ))}
    </div>
  );
}

function pictureOf(job: Viewed, page: number, scale: number, output: string | undefined) {
  const width = Math.min(WIDEST, Math.round(BASE_WIDTH * scale));
  const of = output === undefined ? "" : `&output=${encodeURIComponent(output)}`;
  const from = job.isTried === true ? `trials/documents/${job.id}` : `jobs/${job.id}`;
  return new URL(`api/v1/${from}/pages/${page}/picture?width=${width}${of}`, base).href;
}

interface BoxMarkProps {
  view: View;
  field: Field;
  place: number;
  on: boolean;
  onChoose: (field: number) => void;
}

const ROOM = 0.006;

function BoxMark({ view, field, place, on, onChoose }: BoxMarkProps) {
  const room = view.width * ROOM;
  const { left, top, width, height } = field.box;
  return (
    <button
      type="button"
      className={`boxmark${on ? " on" : ""}${field.doubtful ? " doubt" : ""}`}
      aria-label={`${field.name}: ${field.value}${field.doubtful ? `, ${texts.job.doubtful}` : ""}`}
      aria-pressed={on}
      onClick={() => onChoose(place)}
      style={placeOn(view, { left: left - room, top: top - room, width: width + 2 * room, height: height + 2 * room })}
    >
      <span className="key" aria-hidden="true">
        {letterOf(place)}
      </span>
    </button>
  );
}

interface TextPageProps {
  view: View;
  fields: { field: Field; place: number }[];
  chosen: number | undefined;
  onChoose: (field: number) => void;
  scale: number;
  /** Called with the cells of marked text. */
  onMarked?: ((box: Box, text: string) => void) | undefined;
}

/** A position on a text page, in lines and cells. */
function cellOf(page: Element, node: Node, offset: number) {
  const line = [...page.children].findIndex((child) => child.contains(node));
  const before = document.createRange();
  before.setStart(page.children[line] ?? page, 0);
  before.setEnd(node, offset);
  const keys = [...before.cloneContents().querySelectorAll(".key")].reduce((sum, key) => sum + (key.textContent?.length ?? 0), 0);
  return { line, cell: before.toString().length - keys };
}

/** Plain text: the cells of a field's box are marked in its line. */
function TextPage({ view, fields, chosen, onChoose, scale, onMarked }: TextPageProps) {
  const marked = (event: MouseEvent<HTMLDivElement>) => {
    const selection = document.getSelection();
    if (onMarked === undefined || selection === null || selection.isCollapsed) return;
    const range = selection.getRangeAt(0);
    const from = cellOf(event.currentTarget, range.startContainer, range.startOffset);
    const to = cellOf(event.currentTarget, range.endContainer, range.endOffset);
    const text = selection.toString().trim();
    if (from.line < 0 || text === "") return;
    const width = to.line === from.line ? to.cell - from.cell : (view.lines[from.line]?.length ?? 0) - from.cell;
    onMarked({ left: from.cell, top: from.line, width: Math.max(1, width), height: Math.max(1, to.line - from.line + 1) }, text);
  };
  return (
    <div className="pagetext" style={{ zoom: scale }} onMouseUp={marked}>
      {view.lines.map((line, row) => {
        const marks = fields
          .filter(({ field }) => Math.floor(field.box.top) === row)
          .sort((one, other) => one.field.box.left - other.field.box.left);
        let from = 0;
        const parts = marks.flatMap(({ field, place }) => {
          const start = Math.max(from, Math.floor(field.box.left));
          const end = Math.ceil(field.box.left + field.box.width);
          const before = line.slice(from, start);
          from = end;
          return [
            before,
            <mark key={place} className={chosen === place ? "on" : ""} title={field.name} onPointerEnter={() => onChoose(place)}>
              <span className="key" aria-hidden="true">
                {letterOf(place)}
              </span>
              {line.slice(start, end)}
            </mark>,
          ];
        });
        return (
          <span key={row}>
            {parts}
            {line.slice(from)}
            {"\n"}
          </span>
        );
      })}
    </div>
  );
}
