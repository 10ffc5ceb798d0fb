import { useVirtualizer } from "@tanstack/react-virtual";
import { type ReactNode, useEffect, useRef, useSyncExternalStore } from "react";
import type { Job } from "../../api/client";
import { texts } from "../../texts";
import { Loading } from "../../ui/Loading";
import type { Column } from "./columns";

const NARROW = "(max-width: 900px)";
const ROW_PIXELS = 26;
const TOUCH_ROW_PIXELS = 48;
const BEFORE_THE_END = 30;

interface JobRowsProps {
  jobs: Job[];
  columns: Column[];
  at: number;
  marked: ReadonlySet<string>;
  loading: boolean;
  narrowed: boolean;
  onRow: (place: number) => void;
  onOpen: (job: Job) => void;
  onMark: (job: Job) => void;
  onEnd: () => void;
  onEverything: () => void;
  actions: (job: Job) => ReactNode;
}

function useNarrow() {
  return useSyncExternalStore(
    (told) => {
      const media = window.matchMedia(NARROW);
      media.addEventListener("change", told);
      return () => media.removeEventListener("change", told);
    },
    () => window.matchMedia(NARROW).matches,
  );
}

/** The list itself: only the rows in sight are drawn, and more are fetched before the end is reached. */
export function JobRows(props: JobRowsProps) {
  const { jobs, at, marked, loading, onEnd } = props;
  const scroller = useRef<HTMLDivElement>(null);
  const narrow = useNarrow();
  const columns = props.columns.filter((column) => !(narrow && column.wide === true));
  const rows = useVirtualizer({
    count: jobs.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => (narrow ? TOUCH_ROW_PIXELS : ROW_PIXELS),
    overscan: 12,
  });
  const items = rows.getVirtualItems();
  const last = items.at(-1)?.index ?? 0;
  const nearEnd = last >= jobs.length - BEFORE_THE_END;
  useEffect(() => {
    if (nearEnd) onEnd();
  }, [nearEnd, onEnd]);
  useEffect(() => {
    if (at >= 0) rows.scrollToIndex(at, { align: "auto" });
  }, [at, rows]);
  const grid = columns.map((column) => column.width).join(" ");
  return (
    <div ref={scroller} className="rows" role="grid" aria-label="Jobs" aria-rowcount={-1} style={{ "--columns": grid } as never}>
      <div className="rowgrid rowhead" role="row">
        {columns.map((column) => (
          <span key={column.id} role="columnheader" className={column.number === true ? "num" : ""}>
            {column.words === "" ? <span className="sr-only">Progress</span> : column.words}
          </span>
        ))}
      </div>
      {jobs.length === 0 && !loading && <Nothing {...props} />}
      <div style={{ height: rows.getTotalSize(), position: "relative" }} role="rowgroup">
        {items.map((item) => {
          const job = jobs[item.index];
          if (job === undefined) return null;
          const on = item.index === at;
          return (
            <div
              key={job.id}
              data-index={item.index}
              ref={rows.measureElement}
              style={{ position: "absolute", top: 0, left: 0, right: 0, transform: `translateY(${item.start}px)` }}
            >
              <div
                className={`rowgrid jobrow${on ? " on" : ""}${marked.has(job.id) ? " marked" : ""}`}
                role="row"
                aria-selected={marked.has(job.id)}
                aria-rowindex={item.index + 1}
                onClick={(event) => (event.shiftKey || event.ctrlKey ? props.onMark(job) : props.onRow(item.index))}
                onDoubleClick={() => props.onOpen(job)}
              >
                {columns.map((column) => (
                  <span
                    key={column.id}
                    role="gridcell"
                    className={column.id === "way" ? "w" : column.number === true ? "num" : ""}
                  >
                    {column.show(job)}
                  </span>
                ))}
                {narrow && (
                  <span role="gridcell" className="second note">
                    {texts.jobs.second(job.fileName, job.rule)}
                  </span>
                )}
              </div>
              {on && (
                <div className="whyrow">
                  <p className="say">{job.reason?.words ?? job.places.join(", ")}</p>
                  <span className="acts">{props.actions(job)}</span>
                </div>
              )}
            </div>
          );
        })}
      </div>
      {loading && <Loading lines={3} />}
    </div>
  );
}

function Nothing({ narrowed, onEverything }: JobRowsProps) {
  return (
    <p className="say empty">
      {narrowed ? (
        <>
          {texts.jobs.none}
          <button type="button" className="link" onClick={onEverything}>
            {texts.jobs.noneLess}
          </button>
        </>
      ) : (
        texts.jobs.neverAny
      )}
    </p>
  );
}
