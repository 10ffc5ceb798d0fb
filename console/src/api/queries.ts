import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useMay } from "../permissions";
import { answer, api, type JobStory, type Problem, type Schemas } from "./client";

const SOON = 15_000;

export function useStatus() {
  return useQuery({
    queryKey: ["GET", "/status"],
    queryFn: () => answer(api.GET("/api/v1/status")),
    refetchInterval: 3_000,
  });
}

export const INBOX = ["GET", "/notices"];

/** How many notices one has not read. */
export function useUnread() {
  const { data } = useQuery({
    queryKey: [...INBOX, "count"],
    queryFn: () => answer(api.GET("/api/v1/notices", { params: { query: { unread: true, limit: 1 } } })),
    refetchInterval: SOON,
  });
  return data?.unread ?? 0;
}

export function useToday() {
  return useQuery({
    queryKey: ["GET", "/today"],
    queryFn: () => answer(api.GET("/api/v1/today")),
    refetchInterval: SOON,
  });
}

export function useDays() {
  return useQuery({
    queryKey: ["GET", "/days"],
    queryFn: () => answer(api.GET("/api/v1/days", { params: { query: { back: 14 } } })),
    refetchInterval: 60_000,
  });
}

export function useRules() {
  const may = useMay();
  return useQuery({ queryKey: ["GET", "/rules"], queryFn: () => answer(api.GET("/api/v1/rules")), enabled: may("see rules") });
}

export function useRule(id: string) {
  return useQuery({
    queryKey: ["GET", "/rules", id],
    queryFn: () => answer(api.GET("/api/v1/rules/{id}", { params: { path: { id } } })),
  });
}

export function usePeople() {
  return useQuery({ queryKey: ["GET", "/people"], queryFn: () => answer(api.GET("/api/v1/people")), staleTime: SOON });
}

/** Which jobs a list shows; what is not set does not narrow it. */
export interface JobFilter {
  state?: string;
  rule?: string;
  name?: string;
  since?: string;
}

export type JobOrder = "newest" | "oldest" | "changed";

const PER_PAGE = 100;

export function useJobs(filter: JobFilter, order: JobOrder) {
  return useInfiniteQuery({
    queryKey: ["GET", "/jobs", filter, order],
    queryFn: ({ pageParam }) =>
      answer(
        api.GET("/api/v1/jobs", {
          params: { query: { ...filter, order, limit: PER_PAGE, ...(pageParam ? { cursor: pageParam } : {}) } },
        }),
      ),
    initialPageParam: "",
    getNextPageParam: (last) => last.next,
    placeholderData: (before) => before,
  });
}

/** The newest few jobs in a state, for a list of what needs attention. */
export function useJobsIn(state: string, limit: number) {
  return useQuery({
    queryKey: ["GET", "/jobs", { state, limit }],
    queryFn: () => answer(api.GET("/api/v1/jobs", { params: { query: { state, limit, order: "changed" } } })),
  });
}

export function useJob(id: string) {
  return useQuery({
    queryKey: ["GET", "/jobs", id],
    queryFn: async () => (await answer(api.GET("/api/v1/jobs/{id}", { params: { path: { id } } }))) as JobStory,
    enabled: id !== "",
    refetchInterval: (query) => (query.state.data?.state === "working" ? 1_000 : false),
  });
}

export type JobDeed = "retry" | "run-again" | "continue" | "hold" | "release" | "cancel" | "priority" | "move";

export interface Deed {
  deed: JobDeed;
  ids: string[];
  priority?: number;
  to?: string;
}

/** Acts on some jobs; the response lists those that refused. */
export function useJobDeed() {
  const queries = useQueryClient();
  return useMutation<Schemas["ManyDone"], Problem, Deed>({
    mutationFn: ({ deed, ids, priority, to }) => {
      const query = { ...(priority === undefined ? {} : { priority }), ...(to === undefined ? {} : { to }) };
      return answer(api.POST("/api/v1/job-actions/{action}/jobs", { params: { path: { action: deed }, query }, body: { ids } }));
    },
    onSettled: () => queries.invalidateQueries(),
  });
}

export function useLookups() {
  return useQuery({ queryKey: ["GET", "/lookups"], queryFn: () => answer(api.GET("/api/v1/lookups")), staleTime: SOON });
}

export function useParts() {
  return useQuery({ queryKey: ["GET", "/parts"], queryFn: () => answer(api.GET("/api/v1/parts")), staleTime: SOON });
}

export function useConnections() {
  return useQuery({
    queryKey: ["GET", "/connections"],
    queryFn: () => answer(api.GET("/api/v1/connections")),
    staleTime: SOON,
  });
}

/** Files documents by hand: as a name pattern and a folder say. */
export function useFileAs() {
  const queries = useQueryClient();
  return useMutation<Schemas["ManyDone"], Problem, { ids: string[]; as: Schemas["FileAsBody"] }>({
    mutationFn: ({ ids, as }) =>
      answer(api.POST("/api/v1/job-actions/file", { body: { ...as, ids } })),
    onSettled: () => queries.invalidateQueries(),
  });
}
