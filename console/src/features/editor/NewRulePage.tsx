import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { answer, api, type Problem, type Schemas } from "../../api/client";
import { useKeys } from "../../keys";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { useDroppedFiles } from "../../ui/dropped";
import { Loading } from "../../ui/Loading";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { begin } from "./draft";
import { Editor } from "./Editor";
import { RuleOfJob } from "./EditorPage";
import { findLocalDraft } from "./localDraft";
import { useRuleVocabulary } from "./vocabulary";
import { handIn, useTrialDocuments } from "./trialDocument";
import { sourceAt } from "./file/source";

const DRAFT = "new";
const BEGUN = "lectomen.begun";

/** A new rule: from documents, from a template, or from an unmatched document. */
export function NewRulePage() {
  const [search] = useSearchParams();
  return search.get("job") === null ? <NewRule /> : <RuleOfJob />;
}

function NewRule() {
  const { known, error } = useRuleVocabulary();
  const [begun, setBegun] = useState(() => localStorage.getItem(BEGUN) ?? findLocalDraft(DRAFT));
  if (known === undefined) {
    return (
      <main className="editor">
        <ErrorMessage problem={error} />
        {error === null && <Loading />}
      </main>
    );
  }
  if (begun === undefined) {
    return (
      <Beginning
        connection={known.connections[0] ?? "archive"}
        onBegin={(text) => {
          localStorage.setItem(BEGUN, text);
          setBegun(text);
        }}
      />
    );
  }
  return (
    <Editor
      name={DRAFT}
      before={begun}
      known={known}
      own={[]}
      samples={new Set()}
      onSaved={() => localStorage.removeItem(BEGUN)}
      onForget={() => {
        localStorage.removeItem(BEGUN);
        setBegun(undefined);
      }}
    />
  );
}

/** What a new rule can begin with. */
function Beginning({ connection, onBegin }: { connection: string; onBegin: (text: string) => void }) {
  const navigate = useNavigate();
  const papers = useTrialDocuments(DRAFT);
  const picker = useRef<HTMLInputElement>(null);
  const [refused, setRefused] = useState("");
  const [sending, setSending] = useState(false);
  const points = useQuery({
    queryKey: ["GET", "/starting-points"],
    queryFn: () => answer(api.GET("/api/v1/starting-points")),
    staleTime: Infinity,
  });
  const take = async (files: File[]) => {
    setSending(true);
    try {
      const handed = [];
      for (const file of files) handed.push(await handIn(file));
      papers.add(handed);
      if (handed[0] !== undefined) onBegin(begin(handed[0].name, connection));
    } catch (problem) {
      setRefused((problem as Error).message);
    } finally {
      setSending(false);
    }
  };
  const over = useDroppedFiles((files) => void take(files));
  const choose = () => picker.current?.click();
  useKeys([
    { keys: ["Escape"], words: texts.key.back, act: () => void navigate("/rules"), shown: true },
    { keys: ["c"], words: texts.handIn.choose.toLowerCase(), act: choose, shown: true },
  ]);
  return (
    <main className="editor beginning">
      <div className="top">
        <h1>{texts.editor.beginTitle}</h1>
      </div>
      <div className={over ? "well over" : "well"}>
        <p className="say">{sending ? texts.editor.sending : texts.editor.beginDrop}</p>
        <Do first cap="c" disabled={sending} onClick={choose}>
          {texts.handIn.choose}
        </Do>
        <input ref={picker} type="file" multiple hidden aria-label={texts.handIn.choose} onChange={(event) => void take([...(event.target.files ?? [])])} />
        {refused !== "" && (
          <p className="say c-fault" role="alert">
            {refused}
          </p>
        )}
      </div>
      <h2 className="part">{texts.editor.beginOther}</h2>
      <ErrorMessage problem={points.error} />
      <ol className="list points">
        {(points.data?.startingPoints ?? []).map((point) => (
          <Point key={point.name} point={point} onBegin={onBegin} />
        ))}
        <li>
          <span />
          <div>
            <p className="say">{texts.editor.empty}</p>
            <p className="note">{texts.editor.emptyWords}</p>
          </div>
          <Do onClick={() => onBegin(begin("", connection))}>{texts.editor.beginWith}</Do>
        </li>
      </ol>
    </main>
  );
}

function Point({ point, onBegin }: { point: Schemas["StartingPoint"]; onBegin: (text: string) => void }) {
  const queries = useQueryClient();
  const part = point.part;
  const make = useMutation<unknown, Problem>({
    mutationFn: async () => {
      if (part === undefined) return;
      const there = await answer(api.GET("/api/v1/parts"));
      if (there.parts.some((one) => one.name === sourceAt(part, ["part"]))) return;
      await answer(api.POST("/api/v1/parts", { body: part, bodySerializer: (body) => body, headers: { "Content-Type": "text/plain; charset=utf-8" } }));
    },
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ["GET", "/parts"] });
      onBegin(point.text);
    },
  });
  return (
    <li>
      <span />
      <div>
        <p className="say">{sourceAt(point.text, ["title"])}</p>
        <p className="note">
          {sourceAt(point.text, ["about"])} {part !== undefined && texts.editor.makesPart(sourceAt(part, ["part"]))}
        </p>
        <ErrorMessage problem={make.error} />
      </div>
      <Do disabled={make.isPending} onClick={() => make.mutate()}>
        {texts.editor.beginWith}
      </Do>
    </li>
  );
}
