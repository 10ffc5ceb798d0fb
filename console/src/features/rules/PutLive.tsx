import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Problem, type Rule, type Schemas } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Leaf } from "../../ui/Leaf";
import { Name } from "../../ui/Name";
import { at } from "../../ui/time";
import { Trouble } from "../../ui/Trouble";

const SHOWN = 8;

/** Shows what lies in the rule's folders already and what it would say to each, asks what is to become of it, then lets it act. */
export function PutLive({ rule, onClose }: { rule: Rule; onClose: () => void }) {
  const queries = useQueryClient();
  const [accepted, setAccepted] = useState(false);
  const [since, setSince] = useState("");
  const lying = useQuery({
    queryKey: ["GET", "/rules", rule.id, "lying"],
    queryFn: () => answer(api.GET("/api/v1/rules/{id}/lying", { params: { path: { id: rule.id } } })),
  });
  const live = useMutation<unknown, Problem, "take" | "leave" | "newer">({
    mutationFn: (existing) =>
      answer(
        api.POST("/api/v1/rules/{id}/live", {
          params: {
            path: { id: rule.id },
            query: {
              existing,
              acceptSamples: accepted,
              ...(existing === "newer" ? { newerThan: new Date(`${since}T00:00`).toISOString() } : {}),
            },
          },
        }),
      ),
    onSuccess: onClose,
    onSettled: () => queries.invalidateQueries(),
  });
  const all = lying.data?.all ?? 0;
  return (
    <Leaf title={texts.rules.liveTitle(rule.id)} onClose={onClose}>
      <p className="say py-2">{lying.data === undefined ? texts.rules.looking : texts.rules.liveWords(lying.data)}</p>
      <ul className="note pb-3">
        {rule.folders.map((folder) => (
          <li key={folder} className="name">
            {folder}
          </li>
        ))}
      </ul>
      {lying.data !== undefined && <Lying seen={lying.data} />}
      <Trouble problem={lying.error ?? live.error} />
      {live.error?.code === "samples-differ" && (
        <label className="say accept">
          <input type="checkbox" checked={accepted} onChange={(event) => setAccepted(event.target.checked)} />
          {texts.rules.acceptSamples}
        </label>
      )}
      <div className="acts">
        <Do first disabled={live.isPending} onClick={() => live.mutate("take")}>
          {all === 0 ? texts.rules.putLive : texts.rules.liveTake}
        </Do>
        {all > 0 && (
          <Do disabled={live.isPending} onClick={() => live.mutate("leave")}>
            {texts.rules.liveLeave}
          </Do>
        )}
      </div>
      {all > 0 && (
        <div className="acts">
          <label className="say">
            {texts.rules.liveSince}
            <input type="date" value={since} onChange={(event) => setSince(event.target.value)} />
          </label>
          <Do disabled={live.isPending || since === ""} onClick={() => live.mutate("newer")}>
            {texts.rules.liveNewer}
          </Do>
        </div>
      )}
    </Leaf>
  );
}

function Lying({ seen }: { seen: Schemas["Overview"] }) {
  return (
    <ul className="list lying">
      {seen.files.slice(0, SHOWN).map((file) => (
        <li key={file.name}>
          <span />
          <div className="min-w-0">
            <Name name={file.name} />
            <p className="note">
              {at(file.modified)}, {file.why === "" ? texts.rules.would[file.would] : texts.rules.wouldLeave(file.why)}
            </p>
          </div>
        </li>
      ))}
    </ul>
  );
}
