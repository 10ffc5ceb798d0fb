import { type QueryClient, useInfiniteQuery, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, api, type Problem, type Schemas } from "../../api/client";
import { pictureOf } from "./picture";
import type { Box } from "./place";

export type Waiting = Schemas["WaitingView"];
export type Task = Schemas["DeskTaskView"];
export type Field = Task["fields"][number];
/** A value that was entered or confirmed, and where it was read on a page. */
export interface Entered {
  value: string;
  page?: number;
  box?: Box;
}

const NOWHERE: Box = { left: 0, top: 0, width: 0, height: 0 };

const DESK = ["GET", "/desk"];
const PER_PAGE = 50;
const STRIP_WIDTH = 2_000;

/** What waits for the person, the longest first. */
export function useWaiting(enabled: boolean) {
  return useInfiniteQuery({
    queryKey: [...DESK, "waiting"],
    queryFn: ({ pageParam }) => answer(api.GET("/api/v1/desk", { params: { query: { after: pageParam, limit: PER_PAGE } } })),
    initialPageParam: 0,
    getNextPageParam: (page: Schemas["QueueView"]) => (page.tasks.length < PER_PAGE ? undefined : page.tasks.at(-1)?.task),
    placeholderData: (before) => before,
    enabled,
  });
}

function task(id: number) {
  return {
    queryKey: [...DESK, "task", id],
    queryFn: () => answer(api.GET("/api/v1/desk/{task}", { params: { path: { task: id } } })),
    retry: false,
  };
}

export function useTask(id: number) {
  return useQuery(task(id));
}

function page(job: string, number: number) {
  return {
    queryKey: ["GET", "/jobs", job, "pages", number, ""],
    queryFn: () => answer(api.GET("/api/v1/jobs/{id}/pages/{page}", { params: { path: { id: job, page: number } } })),
    staleTime: Infinity,
  };
}

/** A page of a job's document as it came in. */
export function usePage(job: string, number: number) {
  return useQuery({ ...page(job, number), enabled: number > 0 });
}

/** Fetches a document and its pictures before it is looked at. */
export async function prepare(queries: QueryClient, id: number) {
  const next = await queries.fetchQuery({ ...task(id), staleTime: 60_000 }).catch(() => undefined);
  const shown = next?.fields.find((field) => field.asked && field.page > 0)?.page ?? 1;
  if (next === undefined) return;
  const asked = next.fields.find((field) => field.asked && field.page > 0) ?? next.fields.find((field) => field.asked);
  if (next.kind === "review" && asked !== undefined) void queries.prefetchQuery(checked(id, asked.name, asked.value));
  if (!next.job.hasOriginal) return;
  const view = await queries.fetchQuery(page(next.job.id, shown)).catch(() => undefined);
  if (view === undefined || view.reason !== undefined || view.lines.length > 0) return;
  for (const width of [960, STRIP_WIDTH]) {
    new Image().src = pictureOf(next.job.id, shown, width);
  }
}

export interface Answer {
  task: Task;
  deed: "accept" | "approve" | "reject" | "send-back" | "delegate";
  values?: Record<string, Entered>;
  reason?: string;
  to?: string;
  stage?: number;
}

function placed(values: Record<string, Entered>) {
  return Object.fromEntries(Object.entries(values).map(([name, { value, page = 0, box = NOWHERE }]) => [name, { value, page, box }]));
}

/** What was answered is nobody's to give back. */
const answered = new Set<number>();

/** What is being taken; an answer waits for it, or the service would refuse to let a decided task be taken. */
const taking = new Map<number, Promise<unknown>>();

async function send({ task: asked, deed, values = {}, reason = "", to = "", stage = 0 }: Answer): Promise<unknown> {
  const params = { path: { task: asked.task } };
  const { binding } = asked;
  answered.add(asked.task);
  await taking.get(asked.task)?.catch(() => {});
  switch (deed) {
    case "accept":
      return answer(api.POST("/api/v1/desk/{task}/accept", { params, body: { binding, values: placed(values), undoable: true } }));
    case "approve":
      return answer(api.POST("/api/v1/desk/{task}/approve", { params, body: { binding, comment: reason } }));
    case "reject":
      return answer(api.POST("/api/v1/desk/{task}/reject", { params, body: { binding, reason, to, stage } }));
    case "send-back":
      return answer(api.POST("/api/v1/desk/{task}/send-back", { params, body: { binding, reason, to, stage } }));
    case "delegate":
      return answer(api.POST("/api/v1/desk/{task}/delegate", { params, body: { to } }));
  }
}

/** Answers what is asked. */
export function useAnswer(onRefused: (answer: Answer) => void) {
  const queries = useQueryClient();
  return useMutation<unknown, Problem, Answer>({
    mutationFn: send,
    onError: (_, refused) => {
      answered.delete(refused.task.task);
      onRefused(refused);
    },
    onSettled: (_data, _problem, given) => {
      queries.removeQueries({ queryKey: [...DESK, "task", given.task.task] });
      void queries.invalidateQueries({ queryKey: [...DESK, "waiting"] });
    },
  });
}

/** Undoes the review that was accepted last. */
export function useUndo(onUndone: (task: Task) => void) {
  const queries = useQueryClient();
  return useMutation<unknown, Problem, Task>({
    mutationFn: (undone) => answer(api.POST("/api/v1/desk/{task}/undo", { params: { path: { task: undone.task } } })),
    onSuccess: (_, undone) => {
      answered.delete(undone.task);
      onUndone(undone);
    },
    onSettled: () => queries.invalidateQueries({ queryKey: DESK }),
  });
}

function checked(id: number, field: string, value: string) {
  return {
    queryKey: [...DESK, "check", id, field, value],
    queryFn: () => answer(api.POST("/api/v1/desk/{task}/check", { params: { path: { task: id } }, body: { field, value } })),
    staleTime: Infinity,
    retry: false,
  };
}

/** What the service says to a value as it is typed, and where the document would go with it. */
export function useChecked(id: number, field: string, value: string, enabled: boolean) {
  return useQuery({ ...checked(id, field, value), placeholderData: (before) => before, enabled });
}

/** Asks a colleague something about a document. */
export function useQuestion(id: number) {
  const queries = useQueryClient();
  return useMutation<unknown, Problem, { to: string; text: string }>({
    mutationFn: (body) => answer(api.POST("/api/v1/desk/{task}/question", { params: { path: { task: id } }, body })),
    onSettled: () => queries.invalidateQueries({ queryKey: [...DESK, "task", id] }),
  });
}

/** Reads what stands in a box of a page. */
export function useReading(job: string, onRead: (there: { page: number; box: Box }, text: string) => void) {
  return useMutation<Schemas["ReadThereView"], Problem, { page: number; box: Box }>({
    mutationFn: ({ page: number, box }) => answer(api.GET("/api/v1/jobs/{id}/pages/{page}/text", { params: { path: { id: job, page: number }, query: box } })),
    onSuccess: ({ text }, there) => onRead(there, text),
  });
}

/** The task of a job that waits for the person; undefined while it is looked for. */
export function useTaskOf(job: string) {
  return useQuery({
    queryKey: [...DESK, "of", job],
    queryFn: async () => (await answer(api.GET("/api/v1/desk", { params: { query: { job } } }))).tasks[0]?.task ?? 0,
    enabled: job !== "",
  });
}

/** How the desk did lately. */
export function useFigures() {
  return useQuery({ queryKey: [...DESK, "figures"], queryFn: () => answer(api.GET("/api/v1/desk/figures")) });
}

/** Keeps a document while it is shown. */
export async function take(id: number) {
  const taken = answer(api.POST("/api/v1/desk/{task}/take", { params: { path: { task: id } } }));
  taking.set(id, taken);
  try {
    await taken;
  } finally {
    taking.delete(id);
  }
}

export async function release(id: number) {
  if (answered.has(id)) return;
  await answer(api.POST("/api/v1/desk/{task}/release", { params: { path: { task: id } } }));
}
