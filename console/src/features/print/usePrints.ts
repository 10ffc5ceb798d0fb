import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, api, type Problem, type Schemas } from "../../api/client";

export type Print = Schemas["PrintView"];

const SOON = 2_000;
const QUEUES = ["GET", "/queues"];
const PRINTS = ["GET", "/prints"];

/** All printers with how they are. */
export function useQueues() {
  return useQuery({ queryKey: QUEUES, queryFn: () => answer(api.GET("/api/v1/queues")), refetchInterval: 15_000 });
}

/** The documents of a queue. */
export function usePrints(queue: string | undefined, ended: boolean) {
  return useQuery({
    queryKey: [...PRINTS, queue, ended],
    queryFn: () =>
      answer(api.GET("/api/v1/queues/{name}/prints", { params: { path: { name: queue ?? "" }, query: { ended, most: 200 } } })),
    enabled: queue !== undefined,
    refetchInterval: SOON,
  });
}

export function usePrint(id: string) {
  return useQuery({
    queryKey: [...PRINTS, "one", id],
    queryFn: () => answer(api.GET("/api/v1/prints/{id}", { params: { path: { id } } })),
    refetchInterval: SOON,
  });
}

export interface Deed {
  ids: string[];
  action: "hold" | "release" | "first" | "last" | "cancel" | "again";
}

/** Does something with documents, one after the other; the first problem ends it. */
export function useDeed() {
  const queries = useQueryClient();
  return useMutation<void, Problem, Deed>({
    mutationFn: async ({ ids, action }) => {
      for (const id of ids) await answer(api.POST("/api/v1/prints/{id}/{action}", { params: { path: { id, action } } }));
    },
    onSettled: () => queries.invalidateQueries({ queryKey: PRINTS }),
  });
}

/** Asks the printer for something else. */
export function useTicket(id: string) {
  const queries = useQueryClient();
  return useMutation<Print, Problem, Record<string, string>>({
    mutationFn: (ticket) => answer(api.PUT("/api/v1/prints/{id}/ticket", { params: { path: { id } }, body: { ticket } })),
    onSettled: () => queries.invalidateQueries({ queryKey: PRINTS }),
  });
}
