import { useMutation } from "@tanstack/react-query";
import { answer, api, type Problem, type Schemas } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** Looks whether what was filed is still there. */
export function VerifyEffect({ effect }: { effect: string }) {
  const verify = useMutation<Schemas["Verified"], Problem>({
    mutationFn: () => answer(api.GET("/api/v1/effects/{id}/verify", { params: { path: { id: effect } } })),
  });
  const found = verify.data;
  return (
    <div className="acts" aria-live="polite">
      <ErrorMessage problem={verify.error} />
      {found !== undefined && <span className={found.result === "as filed" ? "" : "c-fault"}>{found.words}</span>}
      <Do disabled={verify.isPending} onClick={() => verify.mutate()}>
        {texts.job.verify}
      </Do>
    </div>
  );
}
