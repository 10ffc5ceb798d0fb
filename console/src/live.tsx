import { type Query, useQueryClient } from "@tanstack/react-query";
import { createContext, type ReactNode, useContext, useEffect, useRef, useState } from "react";
import { base } from "./api/client";

/** Whether news arrive from the service; since when they don't. */
export type Line = { status: "joining" } | { status: "live" } | { status: "lost"; since: Date };

const LineContext = createContext<Line>({ status: "joining" });

const GATHER_MILLIS = 700;
const AGAIN_MILLIS = 3_000;

/** A list that was scrolled far down is fetched page by page, so it is looked up again less often. */
const MANY_PAGES = 5;
const MANY_PAGES_MILLIS = 10_000;

function isLong(query: Query) {
  const pages = (query.state.data as { pages?: unknown[] } | undefined)?.pages;
  return (pages?.length ?? 0) > MANY_PAGES && Date.now() - query.state.dataUpdatedAt < MANY_PAGES_MILLIS;
}

/** Follows the service's events, and has everything that they touch looked up again; at most about once a second. */
export function LiveProvider({ children }: { children: ReactNode }) {
  const queries = useQueryClient();
  const [line, setLine] = useState<Line>({ status: "joining" });
  const planned = useRef<number | undefined>(undefined);
  const later = useRef<number | undefined>(undefined);

  useEffect(() => {
    let source: EventSource | undefined;
    let again: number | undefined;
    const refresh = () => {
      planned.current ??= window.setTimeout(() => {
        planned.current = undefined;
        void queries.invalidateQueries({ predicate: (query) => !isLong(query) });
        later.current ??= window.setTimeout(() => {
          later.current = undefined;
          void queries.invalidateQueries();
        }, MANY_PAGES_MILLIS);
      }, GATHER_MILLIS);
    };
    const join = () => {
      source = new EventSource(new URL("api/v1/events?named=false", base));
      source.onopen = () => {
        setLine({ status: "live" });
        refresh();
      };
      source.onmessage = refresh;
      source.onerror = () => {
        setLine((before) => (before.status === "lost" ? before : { status: "lost", since: new Date() }));
        if (source?.readyState === EventSource.CLOSED) {
          again = window.setTimeout(join, AGAIN_MILLIS);
        }
      };
    };
    join();
    return () => {
      source?.close();
      window.clearTimeout(again);
      window.clearTimeout(planned.current);
      window.clearTimeout(later.current);
      planned.current = undefined;
      later.current = undefined;
    };
  }, [queries]);

  return <LineContext.Provider value={line}>{children}</LineContext.Provider>;
}

export function useLine() {
  return useContext(LineContext);
}
