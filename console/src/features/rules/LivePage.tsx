import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { answer, api, type Problem, type Schemas } from "../../api/client";
import { useRule } from "../../api/queries";
import { useKeys } from "../../keys";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Loading } from "../../ui/Loading";
import { FileName } from "../../ui/FileName";
import { at } from "../../ui/time";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { changesTexts } from "../changes/texts";
import { WhatChanges } from "../changes/WhatChanges";
import { ChangedSentences } from "./ChangedSentences";

const SHOWN = 8;
const words = texts.editor.live;

/** What putting a rule live comes to, all on one page, and the button that does it. */
export function LivePage() {
  const { id = "" } = useParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [accepted, setAccepted] = useState(false);
  const [since, setSince] = useState("");
  const [comparing, setComparing] = useState(false);
  const params = { path: { id } };
  const outlook = useQuery({
    queryKey: ["GET", "/rules", id, "outlook"],
    queryFn: () => answer(api.GET("/api/v1/rules/{id}/outlook", { params })),
    gcTime: 0,
  });
  const canLive = outlook.data !== undefined && outlook.data.missing.length === 0;
  const pending = useQuery({
    queryKey: ["GET", "/rules", id, "pending"],
    queryFn: () => answer(api.GET("/api/v1/rules/{id}/pending", { params })),
    enabled: canLive,
  });
  const rule = useRule(id);
  const changes = useQuery({
    queryKey: ["GET", "/rules", id, "difference"],
    queryFn: () => answer(api.GET("/api/v1/rules/{id}/difference", { params })),
    enabled: rule.data !== undefined && rule.data.rule.latestVersion > 1,
    gcTime: 0,
  });
  const live = useMutation<unknown, Problem, "take" | "leave" | "newer">({
    mutationFn: (existing) =>
      answer(
        api.POST("/api/v1/rules/{id}/live", {
          params: {
            path: { id },
            query: {
              existing,
              acceptSamples: accepted,
              ...(existing === "newer" ? { newerThan: new Date(`${since}T00:00`).toISOString() } : {}),
            },
          },
        }),
      ),
    onSuccess: () => {
      void queries.invalidateQueries();
      void navigate(`/rules/${id}`);
    },
  });
  const all = pending.data?.all ?? 0;
  const samples = outlook.data?.samples ?? [];
  const different = samples.filter((sample) => sample.differences.length > 0);
  const isReady = canLive && pending.data !== undefined && !live.isPending && (different.length === 0 || accepted);
  const go = () => isReady && live.mutate("take");
  useEffect(() => {
    const ctrlEnter = (event: KeyboardEvent) => {
      if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) go();
    };
    window.addEventListener("keydown", ctrlEnter);
    return () => window.removeEventListener("keydown", ctrlEnter);
  });
  useKeys([
    { keys: ["Escape"], words: texts.key.back, act: () => void navigate(`/rules/${id}`), shown: true },
    { keys: ["e"], words: texts.editor.edit.toLowerCase(), act: () => void navigate(`/rules/${id}/edit`), shown: true },
  ]);
  return (
    <main className="live">
      <div className="top">
        <h1>{words.title(id)}</h1>
        <span className="note">
          {outlook.data === undefined ? words.looking : outlook.data.missing.length > 0 ? words.missing : words.ready}
        </span>
        <span className="acts">
          <Do cap="e" onClick={() => void navigate(`/rules/${id}/edit`)}>
            {texts.editor.edit}
          </Do>
          <Do first cap="Ctrl Enter" disabled={!isReady} onClick={go}>
            {texts.rules.putLive}
          </Do>
        </span>
      </div>
      <ErrorMessage problem={outlook.error ?? pending.error ?? live.error} />
      {outlook.data === undefined ? (
        outlook.error === null && <Loading />
      ) : (
        <>
          {outlook.data.missing.length > 0 && (
            <ul className="list">
              {outlook.data.missing.map((missing) => (
                <li key={missing} className="say c-fault">
                  {missing}
                </li>
              ))}
            </ul>
          )}
          {outlook.data.notices.map((notice) => (
            <p key={notice} className="said say">
              {notice}
            </p>
          ))}
          {canLive && (
            <div className="what">
              <Folders outlook={outlook.data} />
              {changes.data !== undefined && changes.data.sentences.length > 0 && (
                <section aria-label={words.changes(changes.data.from)}>
                  <h2 className="part">{words.changes(changes.data.from)}</h2>
                  <ChangedSentences of={changes.data.sentences} />
                </section>
              )}
              {rule.data !== undefined && rule.data.rule.liveVersion !== undefined && rule.data.rule.liveVersion !== rule.data.rule.latestVersion && (
                <section aria-label={changesTexts.title}>
                  <h2 className="part">{changesTexts.title}</h2>
                  {comparing ? <WhatChanges rule={id} text={rule.data.text} /> : <Do onClick={() => setComparing(true)}>{changesTexts.compare}</Do>}
                </section>
              )}
              <section aria-label={words.pending}>
                <h2 className="part">{words.pending}</h2>
                <p className="say">{pending.data === undefined ? texts.rules.looking : all === 0 ? words.noPending : texts.rules.liveWords(pending.data)}</p>
                {pending.data !== undefined && <PendingFiles seen={pending.data} />}
                {all > 0 && <p className="say">{words.taken}</p>}
                {all > 0 && (
                  <div className="acts">
                    <Do disabled={!isReady} onClick={() => live.mutate("leave")}>
                      {texts.rules.liveLeave}
                    </Do>
                    <label className="say">
                      {texts.rules.liveSince}
                      <input type="date" value={since} onChange={(event) => setSince(event.target.value)} />
                    </label>
                    <Do disabled={!isReady || since === ""} onClick={() => live.mutate("newer")}>
                      {texts.rules.liveNewer}
                    </Do>
                  </div>
                )}
              </section>
              <section aria-label={words.samples}>
                <h2 className="part">{words.samples}</h2>
                <p className="say">{samples.length === 0 ? words.noSamples : words.passed(samples.length - different.length, samples.length)}</p>
                <ol className="list">
                  {different.map((sample) => (
                    <li key={sample.name}>
                      <span />
                      <div className="min-w-0">
                        <p className="name">{sample.name}</p>
                        {sample.differences.map((difference) => (
                          <p key={difference} className="c-fault">
                            {difference}
                          </p>
                        ))}
                      </div>
                    </li>
                  ))}
                </ol>
                {different.length > 0 && (
                  <label className="say accept">
                    <input type="checkbox" checked={accepted} onChange={(event) => setAccepted(event.target.checked)} />
                    {texts.rules.acceptSamples}
                  </label>
                )}
              </section>
              <section aria-label={words.sharing}>
                <h2 className="part">{words.sharing}</h2>
                {outlook.data.sharing.length === 0 && <p className="say">{words.alone}</p>}
                <ul>
                  {outlook.data.sharing.map((other) => (
                    <li key={`${other.rule} ${other.folder}`} className="say">
                      {other.before ? words.before(other.title) : words.after(other.title)} <span className="note name">{other.folder}</span>
                    </li>
                  ))}
                </ul>
              </section>
            </div>
          )}
        </>
      )}
    </main>
  );
}

function Folders({ outlook }: { outlook: Schemas["Outlook"] }) {
  return (
    <section aria-label={words.folders}>
      <h2 className="part">{words.folders}</h2>
      <dl className="folders">
        {outlook.folders.map((folder) => (
          <div key={folder.folder}>
            <dt className="name">{folder.folder}</dt>
            <dd className="say">{words.watched(folder.exists)}</dd>
          </div>
        ))}
        {outlook.filesTo.map((target) => (
          <div key={target.connection}>
            <dt className="name">{target.folder}</dt>
            <dd className={target.exists ? "say" : "say c-doubt"}>{words.filesTo(target.connection, target.exists)}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function PendingFiles({ seen }: { seen: Schemas["Overview"] }) {
  return (
    <ul className="list pending">
      {seen.files.slice(0, SHOWN).map((file) => (
        <li key={file.name}>
          <span />
          <div className="min-w-0">
            <FileName name={file.name} />
            <p className="note">
              {at(file.modified)}, {file.why === "" ? texts.rules.decision[file.decision] : texts.rules.wouldLeave(file.why)}
            </p>
          </div>
        </li>
      ))}
    </ul>
  );
}
