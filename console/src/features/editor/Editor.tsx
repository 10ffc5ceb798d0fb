import { useMutation, useQueries, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { answer, api, type Problem, type Schemas } from "../../api/client";
import { useKeys } from "../../keys";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { useDroppedFiles } from "../../ui/dropped";
import { Panel } from "../../ui/Panel";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { changesTexts } from "../changes/texts";
import { WhatChanges } from "../changes/WhatChanges";
import { DataFilePanel } from "./DataFilePanel";
import { Divider, useColumnWidth } from "../../ui/Divider";
import { apart, idIn } from "./draft";
import { FileText } from "./file/FileText";
import type { RuleVocabulary } from "./file/offers";
import { EditConflict } from "./EditConflict";
import { FieldProposal, type Pointed } from "./FieldProposal";
import { useLocalDraft, useSettled } from "./localDraft";
import { newLines } from "./merge";
import { TrialOutcome } from "./TrialOutcome";
import { handIn, type TrialDocument, trialOf, useTrialDocuments } from "./trialDocument";
import { TrialDocuments } from "./TrialDocuments";
import { withField } from "./sentences/additions";
import { EditableSentences } from "./sentences/EditableSentences";

/** Short enough that a keystroke's result is there at once, long enough not to try every letter of a word. */
const SETTLED_MILLIS = 40;
const MOST_TRIED = 8;

interface EditorProps {
  /** The key of its draft in this browser. */
  name: string;
  before: string;
  /** The rule that is changed; nothing for a new one. */
  id?: string | undefined;
  tag?: string | undefined;
  /** The present text, if somebody else saved another version meanwhile. */
  now?: string | undefined;
  known: RuleVocabulary;
  /** Documents that the rule has already: its samples and its last jobs. */
  own: TrialDocument[];
  /** Which of those are samples of the rule. */
  samples: Set<string>;
  onForget?: (() => void) | undefined;
  onSaved?: () => void;
}

/** A rule being written beside documents: read aloud with blanks to fill, or as its file, and what it would do with each of them. */
export function Editor({ name, before: saved, id, tag: tagNow, now, known, own, samples, onForget, onSaved }: EditorProps) {
  // What one began with stays, also when the rule is saved elsewhere meanwhile; that is said, and saving refused.
  const [before, setBefore] = useState(saved);
  const [tag, setTag] = useState(tagNow);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [text, setText, kept] = useLocalDraft(name, before);
  const papers = useTrialDocuments(name);
  const all = useMemo(() => [...papers.papers, ...own.filter((one) => papers.papers.every((other) => other.id !== one.id))], [papers.papers, own]);
  const [current, setCurrent] = useState(0);
  const [pageWidth, setPageWidth] = useColumnWidth("editor.page-width", Math.min(620, Math.round(window.innerWidth * 0.46)));
  const [asFile, setAsFile] = useState(false);
  const [besideShown, setBesideShown] = useState(false);
  const [pointed, setPointed] = useState<Pointed>();
  const [comparing, setComparing] = useState(false);
  const [refused, setRefused] = useState("");
  const settled = useSettled(text, SETTLED_MILLIS);
  const checked = useChecked(settled);
  const isGood = checked.data?.good === true && settled === text;
  const lastGood = useLast(checked.data?.good === true ? checked.data : undefined);
  const tried = useTried(all.slice(0, MOST_TRIED), papers.beside, current, settled, checked.data?.of !== settled || checked.data.good);
  const here = all[current];

  const takeFiles = async (files: File[]) => {
    setRefused("");
    for (const file of files) {
      try {
        papers.add([await handIn(file)]);
      } catch (problem) {
        setRefused(`${file.name}: ${(problem as Error).message}`);
      }
    }
  };
  const over = useDroppedFiles((files) => void takeFiles(files));

  const save = useMutation<string, Problem, { goLive: boolean }>({
    mutationFn: async () => {
      const rule = await answer(
        api.POST("/api/v1/rules", {
          body: text,
          bodySerializer: (body) => body,
          headers: { "Content-Type": "text/plain; charset=utf-8", ...(tag === undefined ? {} : { "If-Match": tag }) },
        }),
      );
      await keepSamples(rule.id, papers.papers.filter((paper) => !samples.has(paper.id)));
      return rule.id;
    },
    onSuccess: (rule, { goLive }) => {
      kept.forget();
      papers.forget();
      onSaved?.();
      void queries.invalidateQueries();
      void navigate(goLive ? `/rules/${rule}/live` : `/rules/${rule}`);
    },
  });
  const isTaken = id === undefined && known.rules.includes(idIn(text));
  const canSave = isGood && !isTaken && !save.isPending;
  const isUnchanged = id !== undefined && text === before;
  const goLive = () => {
    if (isUnchanged) void navigate(`/rules/${id}/live`);
    else if (canSave) save.mutate({ goLive: true });
  };
  const changed = useMemo(() => newLines(before, text), [before, text]);
  useEffect(() => {
    const ctrlEnter = (event: KeyboardEvent) => {
      if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) goLive();
    };
    window.addEventListener("keydown", ctrlEnter);
    return () => window.removeEventListener("keydown", ctrlEnter);
  });
  const step = (by: number) => all.length > 0 && setCurrent((current + by + all.length) % all.length);
  useKeys([
    { keys: ["Escape"], words: texts.key.back, act: () => void navigate(-1), shown: true },
    { keys: ["e"], words: asFile ? texts.editor.toSentences : texts.editor.toFile, act: () => setAsFile(!asFile), shown: true },
    ...(id === undefined ? [] : [{ keys: ["c"], words: changesTexts.key, act: () => setComparing(true) }]),
    { keys: ["["], words: texts.editor.paperBefore, act: () => step(-1), shown: all.length > 1, caps: ["[", "]"] },
    { keys: ["]"], words: texts.editor.paperAfter, act: () => step(1) },
  ]);
  const problems = checked.data?.of === text ? checked.data.problems : [];
  return (
    <main className="editor">
      {over && <div className="droplet say">{texts.editor.drop}</div>}
      <div className="top">
        <h1>{id === undefined ? texts.editor.anew(idIn(text)) : texts.editor.change(id)}</h1>
        <span className="note">{text === before ? texts.editor.lead : texts.editor.unsaved}</span>
        <span className="acts">
          {onForget !== undefined && (
            <Do
              onClick={() => {
                kept.forget();
                papers.forget();
                onForget();
              }}
            >
              {texts.editor.forget}
            </Do>
          )}
          {text !== before && <Do onClick={() => setText(before)}>{texts.editor.undo}</Do>}
          <Do cap="e" aria-pressed={asFile} onClick={() => setAsFile(!asFile)}>
            {asFile ? texts.editor.asSentences : texts.editor.asFile}
          </Do>
          {id !== undefined && (
            <Do cap="c" disabled={!isGood} onClick={() => setComparing(true)}>
              {changesTexts.title}
            </Do>
          )}
          <Do disabled={!canSave || isUnchanged} onClick={() => save.mutate({ goLive: false })}>
            {texts.editor.save}
          </Do>
          <Do first cap="Ctrl Enter" disabled={!canSave} onClick={goLive}>
            {texts.rules.putLive}
          </Do>
        </span>
      </div>
      <ErrorMessage problem={save.error ?? checked.error} />
      {refused !== "" && (
        <p className="say c-fault" role="alert">
          {refused}
        </p>
      )}
      {isTaken && <p className="say c-fault">{texts.editor.nameTaken(idIn(text))}</p>}
      {now !== undefined && tag !== tagNow && (
        <EditConflict
          mine={text}
          before={before}
          theirs={now}
          words={texts.editor.elsewhere}
          onTake={(both) => {
            setBefore(now);
            setTag(tagNow);
            setText(both);
          }}
          onApart={() => {
            kept.forget();
            localStorage.setItem("lectomen.rule.new", apart(text));
            void navigate("/new-rule");
          }}
        />
      )}
      {kept.elsewhere !== undefined && (
        <EditConflict mine={text} before={before} theirs={kept.elsewhere} words={texts.editor.window} onTake={setText} />
      )}
      {kept.isFound && text !== before && <p className="say found">{texts.editor.found}</p>}
      <div className="parts" style={{ "--page-width": `${pageWidth}px` } as never}>
        <Divider label={texts.editor.divider} width={pageWidth} onWidth={setPageWidth} />
        <TrialDocuments
          papers={all}
          current={current}
          onChoose={setCurrent}
          onFiles={(files) => void takeFiles(files)}
          onDrop={(paper) => {
            papers.drop(paper.id);
            setCurrent(0);
          }}
          own={own}
          fields={tried[current]?.data?.fields ?? []}
          onBeside={() => setBesideShown(true)}
          hasBeside={here !== undefined && (papers.beside[here.id] ?? "") !== ""}
          onPoint={(page, box, words) => here !== undefined && setPointed({ paper: here, page, box, text: words })}
        />
        {asFile ? (
          <FileText text={text} known={known} problems={problems} onText={setText} onLeave={() => setAsFile(false)} />
        ) : (
          <EditableSentences sentences={lastGood.sentences} of={lastGood.of} text={text} problems={problems} known={known} onText={setText} trial={tried[current]?.data} changed={changed} />
        )}
        {problems.length > 0 && (
          <ul className="problems" aria-live="polite">
            {problems.map((problem) => (
              <li key={`${problem.line} ${problem.column} ${problem.words}`} className="say c-fault">
                {texts.editor.problem(problem.line, problem.column)} {problem.words}
              </li>
            ))}
          </ul>
        )}
      </div>
      <TrialOutcome tried={tried} current={current} onChoose={setCurrent} isGood={checked.data?.good === true} text={text} sentences={lastGood.sentences} />
      {besideShown && (
        <Panel title={texts.editor.beside.title} onClose={() => setBesideShown(false)}>
          <DataFilePanel text={text} data={papers.beside[here?.id ?? ""] ?? ""} onData={(data) => papers.putBeside(here?.id ?? "", data)} />
        </Panel>
      )}
      {comparing && id !== undefined && (
        <Panel title={changesTexts.title} onClose={() => setComparing(false)}>
          <WhatChanges rule={id} text={text} />
        </Panel>
      )}
      {pointed !== undefined && (
        <Panel title={texts.propose.title(pointed.text)} beside holdsFocus onClose={() => setPointed(undefined)}>
          <FieldProposal
            pointed={pointed}
            papers={all}
            text={text}
            marks={papers.marks}
            onMark={papers.mark}
            onTake={(field, wording) => {
              papers.mark(field, pointed.paper.id, { page: pointed.page, box: pointed.box, text: pointed.text });
              setText(withField(text, field, wording).text);
              setPointed(undefined);
            }}
          />
        </Panel>
      )}
    </main>
  );
}

/** The rule's problems, or its sentences; with the text that they belong to. */
function useChecked(text: string) {
  return useQuery({
    queryKey: ["POST", "/rules/check", text],
    queryFn: async () => {
      const result = await answer(
        api.POST("/api/v1/rules/check", {
          body: text,
          bodySerializer: (body) => body,
          headers: { "Content-Type": "text/plain; charset=utf-8" },
        }),
      );
      return { ...result, of: text };
    },
    placeholderData: (last) => last,
  });
}

interface Aloud {
  sentences: Schemas["Sentence"][];
  of: string;
}

/** How the rule read when it was last good, and what its text was then. */
function useLast(now: Aloud | undefined): Aloud {
  const [last, setLast] = useState<Aloud>({ sentences: [], of: "" });
  useEffect(() => {
    if (now !== undefined) setLast(now);
  }, [now]);
  return now ?? last;
}

/**
 * What comes of each paper; first of the one that is looked at, so that its result is there at once.
 *
 * @param mayBeGood whether the rule is good as far as is known: it is tried while it is checked
 */
function useTried(papers: TrialDocument[], beside: Record<string, string>, current: number, text: string, mayBeGood: boolean) {
  const first = useQuery({
    ...(papers[current] === undefined ? { queryKey: ["nothing"], queryFn: () => null } : trialOf(papers[current], text, beside[papers[current].id])),
    enabled: mayBeGood && papers[current] !== undefined,
  });
  const isFirstDone = first.isSuccess;
  const others = useQueries({
    queries: papers.map((paper) => ({ ...trialOf(paper, text, beside[paper.id]), enabled: mayBeGood && isFirstDone })),
  });
  // A document's result stays visible until there is a new one.
  const last = useRef(new Map<string, Schemas["TrialResult"]>());
  return papers.map((paper, place) => {
    const one = place === current ? first : others[place];
    const data = one?.data ?? undefined;
    if (data !== undefined) last.current.set(paper.id, data);
    return { paper, data: last.current.get(paper.id), error: one?.error ?? null, isPending: one?.isFetching ?? false };
  });
}

async function keepSamples(rule: string, papers: TrialDocument[]) {
  for (const paper of papers.filter((one) => !one.isJob)) {
    await answer(
      api.POST("/api/v1/rules/{id}/samples", {
        params: { path: { id: rule }, query: { document: paper.id, name: paper.name } },
        body: new FormData() as never,
        bodySerializer: (body) => body as never,
      }),
    );
  }
}
