import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useRef } from "react";
import type { Job } from "../../api/client";
import { texts } from "../../texts";
import { FileName } from "../../ui/FileName";
import { at as moment } from "../../ui/time";

const ROW_PIXELS = 44;
const BEFORE_THE_END = 30;

interface QueueProps {
  jobs: Job[];
  at: number;
  marked: ReadonlyMap<string, Job>;
  onRow: (place: number) => void;
  /** Marks a document; absent where each is looked at by itself. */
  onMark?: (job: Job) => void;
  onEnd: () => void;
}

/** The waiting documents, the oldest first. */
export function Queue({ jobs, at, marked, onRow, onMark, onEnd }: QueueProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: jobs.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PIXELS,
    overscan: 8,
  });
  const items = rows.getVirtualItems();
  const nearEnd = (items.at(-1)?.index ?? 0) >= jobs.length - BEFORE_THE_END;
  useEffect(() => {
    if (nearEnd) onEnd();
  }, [nearEnd, onEnd]);
  useEffect(() => rows.scrollToIndex(at, { align: "auto" }), [at, rows]);
  return (
    <div ref={scroller} className="queue" role="listbox" aria-multiselectable={onMark !== undefined} aria-label={texts.desk.queue} tabIndex={0}>
      <div style={{ height: rows.getTotalSize(), position: "relative" }}>
        {items.map((item) => {
          const job = jobs[item.index];
          if (job === undefined) return null;
          const state = `${item.index === at ? " on" : ""}${marked.has(job.id) ? " marked" : ""}`;
          return (
            <div
              key={job.id}
              role="option"
              aria-selected={marked.has(job.id) || item.index === at}
              className={`waits${state}`}
              style={{ position: "absolute", top: 0, left: 0, right: 0, height: ROW_PIXELS, transform: `translateY(${item.start}px)` }}
              onClick={(event) => (onMark !== undefined && (event.shiftKey || event.ctrlKey) ? onMark(job) : onRow(item.index))}
            >
              {onMark === undefined ? (
                <span />
              ) : (
                <input
                  type="checkbox"
                  tabIndex={-1}
                  aria-label={`${texts.key.mark} ${job.fileName}`}
                  checked={marked.has(job.id)}
                  onClick={(event) => event.stopPropagation()}
                  onChange={() => onMark(job)}
                />
              )}
              <span className="min-w-0">
                <FileName name={job.fileName} raw />
                <span className="note">
                  {job.type}, {moment(job.createdAt)}
                </span>
              </span>
            </div>
          );
        })}
      </div>
    </div>
  );
}
