import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { answer, api, type Schemas } from "../../api/client";

export type Comparison = Schemas["ComparisonView"];

/** As many as there are workers on a small machine. */
const AT_ONCE = 2;

/** The documents of a rule that were filed last. */
export function useLastFiled(rule: string, most: number) {
  return useQuery({
    queryKey: ["GET", "/jobs", { rule, state: "filed", for: "comparisons", most }],
    queryFn: () => answer(api.GET("/api/v1/jobs", { params: { query: { rule, state: "filed", order: "newest", limit: most } } })),
    staleTime: Infinity,
  });
}

export interface Compared {
  done: Comparison[];
  problem: Error | undefined;
}

const NOTHING: Compared = { done: [], problem: undefined };

/** Holds a rule's text against jobs, a few at a time, and shows each as it comes. */
export function useComparisons(jobs: string[] | undefined, text: string): Compared {
  const [compared, setCompared] = useState(NOTHING);
  const ids = jobs?.join(" ") ?? "";
  useEffect(() => {
    setCompared(NOTHING);
    let stopped = false;
    const left = ids === "" ? [] : ids.split(" ");
    const work = async () => {
      for (let job = left.shift(); job !== undefined && !stopped; job = left.shift()) {
        const one = await answer(api.POST("/api/v1/comparisons", { body: { job, text } }));
        if (!stopped) setCompared((before) => ({ ...before, done: [...before.done, one] }));
      }
    };
    const stop = (problem: Error) => {
      if (!stopped) setCompared((before) => ({ ...before, problem }));
      stopped = true;
    };
    for (let lane = 0; lane < AT_ONCE; lane++) void work().catch(stop);
    return () => {
      stopped = true;
    };
  }, [ids, text]);
  return compared;
}
