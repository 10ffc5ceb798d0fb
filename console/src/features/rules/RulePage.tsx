import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { answer, api, type Problem } from "../../api/client";
import { usePeople, useRule } from "../../api/queries";
import { useKeys } from "../../keys";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Loading } from "../../ui/Loading";
import { at } from "../../ui/time";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Corrections } from "./Corrections";
import { History } from "./History";
import { Rename } from "./Rename";
import { Samples } from "./Samples";
import { Sentences } from "./Sentences";
import { nameOf } from "../../ui/people";

/** One rule, read in full: as sentences, each beside the line of the file that says it. */
export function RulePage() {
  const { id = "" } = useParams();
  const { data, error } = useRule(id);
  const people = usePeople();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [renaming, setRenaming] = useState(false);
  const [line, setLine] = useState(0);
  const pause = useMutation<unknown, Problem>({
    mutationFn: () => answer(api.POST("/api/v1/rules/{id}/pause", { params: { path: { id } } })),
    onSettled: () => queries.invalidateQueries(),
  });
  const rule = data?.rule;
  const goLive = () => void navigate(`/rules/${id}/live`);
  const edit = () => void navigate(`/rules/${id}/edit`);
  useKeys([
    { keys: ["Escape"], words: texts.key.back, act: () => void navigate("/rules"), shown: true },
    { keys: ["e"], words: texts.editor.edit.toLowerCase(), act: edit, shown: true, needs: "write rules" },
    { keys: ["l"], words: texts.key.live, act: goLive, needs: "write rules", shown: rule?.state !== "live" },
    { keys: ["p"], words: texts.key.pause, act: () => pause.mutate(), needs: "write rules", shown: rule?.state === "live" },
  ]);
  if (data === undefined || rule === undefined) {
    return (
      <main className="rule">
        <ErrorMessage problem={error} />
        {error === null && <Loading />}
      </main>
    );
  }
  const lines = data.text.replace(/\n$/, "").split("\n");
  return (
    <main className="rule">
      <div className="top">
        <h1>{rule.title}</h1>
        <span className="note">
          <b>{texts.rules.states[rule.state] ?? rule.state}</b>, {texts.rules.version(rule.latestVersion, rule.liveVersion)},{" "}
          {texts.rules.addedBy(at(rule.addedAt), nameOf(rule.addedBy, people.data?.people ?? []))}
        </span>
        <span className="acts">
          {(rule.state !== "live" || rule.liveVersion !== rule.latestVersion) && (
            <Do needs="write rules" first cap={rule.state === "live" ? undefined : "l"} onClick={goLive}>
              {texts.rules.putLive}
            </Do>
          )}
          <Do needs="write rules" cap="e" onClick={edit}>
            {texts.editor.edit}
          </Do>
          <Do needs="write rules" onClick={() => setRenaming(true)}>{texts.rules.rename}</Do>
          {rule.state === "live" && (
            <Do needs="write rules" cap="p" onClick={() => pause.mutate()}>
              {texts.rules.pause}
            </Do>
          )}
        </span>
      </div>
      <ErrorMessage problem={pause.error} />
      {rule.whyNotActing !== undefined && <p className="said say">{texts.rules.notActing(rule.whyNotActing)}</p>}
      {rule.notices.map((notice) => (
        <p key={notice} className="said say">
          {notice}
        </p>
      ))}
      <div className="body">
        <Sentences sentences={data.sentences} line={line} onLine={setLine} />
        <section aria-label={texts.rules.file}>
          <h2 className="part">{texts.rules.file}</h2>
          <pre tabIndex={0} aria-label={texts.rules.file}>
            {lines.map((text, place) => (
              <span key={place} className={place + 1 === line ? "row on" : "row"}>
                <span className="ln" aria-hidden="true">
                  {place + 1}
                </span>
                {text}
                {"\n"}
              </span>
            ))}
          </pre>
        </section>
      </div>
      <div className="body">
        <Samples rule={rule} />
        <History rule={rule} />
        <Corrections rule={rule} text={data.text} />
      </div>
      {renaming && <Rename rule={rule} onClose={() => setRenaming(false)} />}
    </main>
  );
}
