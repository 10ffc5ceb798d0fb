import { useQueryClient } from "@tanstack/react-query";
import { createContext, type ReactNode, useContext, useEffect, useRef, useState } from "react";
import { base } from "./api/client";

/** Whether news arrive from the service; since when they don't. */
export type Line = { status: "joining" } | { status: "live" } | { status: "lost"; since: Date };

const LineContext = createContext<Line>({ status: "joining" });

const GATHER_MILLIS = 700;
const AGAIN_MILLIS = 3_000;

/** Follows the service's events, and has everything that they touch looked up again; at most about once a second. */
export function LiveProvider({ children }: { children: ReactNode }) {
  const queries = useQueryClient();
  const [line, setLine] = useState<Line>({ status: "joining" });
  const planned = useRef<number | undefined>(undefined);

  useEffect(() => {
    let source: EventSource | undefined;
    let again: number | undefined;
    const refresh = () => {
      planned.current ??= window.setTimeout(() => {
        planned.current = undefined;
        void queries.invalidateQueries();
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
      planned.current = undefined;
    };
  }, [queries]);

  return <LineContext.Provider value={line}>{children}</LineContext.Provider>;
}

export function useLine() {
  return useContext(LineContext);
}
