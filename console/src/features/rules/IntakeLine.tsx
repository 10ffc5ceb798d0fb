import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, api, type Problem } from "../../api/client";
import { useStatus } from "../../api/queries";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** Whether files are taken out of hot folders at all, and the button that changes it. */
export function IntakeLine() {
  const status = useStatus();
  const queries = useQueryClient();
  const paused = status.data?.intakePaused;
  const change = useMutation<unknown, Problem>({
    mutationFn: () =>
      paused === undefined ? answer(api.POST("/api/v1/intake/pause")) : answer(api.POST("/api/v1/intake/resume")),
    onSettled: () => queries.invalidateQueries(),
  });
  return (
    <div className="intake">
      <ErrorMessage problem={change.error} />
      {paused !== undefined && <p className="said say">{paused.words}</p>}
      <Do needs="run the service" onClick={() => change.mutate()}>{paused === undefined ? texts.rules.pauseAll : texts.rules.resumeAll}</Do>
    </div>
  );
}
