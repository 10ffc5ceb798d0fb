import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Problem, type Rule } from "../../api/client";
import { useStatus } from "../../api/queries";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Leaf } from "../../ui/Leaf";
import { Trouble } from "../../ui/Trouble";

/** Asks what is to become of the files that lie in the rule's folders already, then lets it act. */
export function PutLive({ rule, onClose }: { rule: Rule; onClose: () => void }) {
  const queries = useQueryClient();
  const status = useStatus();
  const lying = (status.data?.sources ?? [])
    .filter((source) => rule.folders.includes(source.folder))
    .reduce((all, source) => all + source.unwanted + source.ready + source.settling, 0);
  const [accepted, setAccepted] = useState(false);
  const live = useMutation<unknown, Problem, "take" | "leave">({
    mutationFn: (existing) =>
      answer(
        api.POST("/api/v1/rules/{id}/live", { params: { path: { id: rule.id }, query: { existing, acceptSamples: accepted } } }),
      ),
    onSuccess: onClose,
    onSettled: () => queries.invalidateQueries(),
  });
  return (
    <Leaf title={texts.rules.liveTitle(rule.id)} onClose={onClose}>
      <p className="say py-2">{texts.rules.liveWords(lying)}</p>
      <ul className="note pb-3">
        {rule.folders.map((folder) => (
          <li key={folder} className="name">
            {folder}
          </li>
        ))}
      </ul>
      <Trouble problem={live.error} />
      {live.error?.code === "samples-differ" && (
        <label className="say accept">
          <input type="checkbox" checked={accepted} onChange={(event) => setAccepted(event.target.checked)} />
          {texts.rules.acceptSamples}
        </label>
      )}
      <div className="acts">
        <Do first disabled={live.isPending} onClick={() => live.mutate("take")}>
          {texts.rules.liveTake}
        </Do>
        <Do disabled={live.isPending} onClick={() => live.mutate("leave")}>
          {texts.rules.liveLeave}
        </Do>
      </div>
    </Leaf>
  );
}
