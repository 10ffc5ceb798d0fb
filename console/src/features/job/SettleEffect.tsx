import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, api, type Problem } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** What a person can say of an effect that can't be proved. */
export function SettleEffect({ effect }: { effect: string }) {
  const queries = useQueryClient();
  const settle = useMutation<unknown, Problem, string>({
    mutationFn: (as) => answer(api.POST("/api/v1/effects/{id}/settle", { params: { path: { id: effect } }, body: { as } })),
    onSettled: () => queries.invalidateQueries(),
  });
  return (
    <div className="acts">
      <ErrorMessage problem={settle.error} />
      {texts.settle.map(({ as, words }) => (
        <Do needs="handle documents" key={as} disabled={settle.isPending} onClick={() => settle.mutate(as)}>
          {words}
        </Do>
      ))}
    </div>
  );
}
