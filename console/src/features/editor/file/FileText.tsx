import { autocompletion, type CompletionContext, completionKeymap } from "@codemirror/autocomplete";
import { defaultKeymap, history, historyKeymap, indentWithTab } from "@codemirror/commands";
import { yaml } from "@codemirror/lang-yaml";
import { HighlightStyle, syntaxHighlighting } from "@codemirror/language";
import { lintGutter, setDiagnostics } from "@codemirror/lint";
import { Annotation, EditorState } from "@codemirror/state";
import { EditorView, keymap, lineNumbers } from "@codemirror/view";
import { tags } from "@lezer/highlight";
import { getNonce } from "get-nonce";
import { useEffect, useRef } from "react";
import type { Schemas } from "../../../api/client";
import { texts } from "../../../texts";
import { completion } from "./completion";
import type { RuleVocabulary } from "./offers";

interface FileTextProps {
  text: string;
  known: RuleVocabulary;
  problems: Schemas["Problem"][];
  onText: (text: string) => void;
  /** Called when Escape leaves the text. */
  onLeave: () => void;
}

const FROM_OUTSIDE = Annotation.define<boolean>();

const COLOURS = HighlightStyle.define([
  { tag: tags.propertyName, color: "var(--ink)", fontWeight: "600" },
  { tag: tags.comment, color: "var(--ink-2)", fontStyle: "italic" },
  { tag: [tags.string, tags.content], color: "var(--flow)" },
  { tag: tags.punctuation, color: "var(--ink-2)" },
]);

/** The rule's file as text: problems are marked in place, and words and values are completed. */
export function FileText({ text, known, problems, onText, onLeave }: FileTextProps) {
  const place = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(undefined);
  const now = useRef({ known, onText, onLeave, text });
  now.current = { known, onText, onLeave, text };
  useEffect(() => {
    if (place.current === null) return;
    const made = new EditorView({
      parent: place.current,
      state: EditorState.create({
        doc: now.current.text,
        extensions: [
          lineNumbers(),
          history(),
          yaml(),
          syntaxHighlighting(COLOURS),
          lintGutter(),
          autocompletion({ override: [(context: CompletionContext) => completion(context, now.current.known)], icons: false }),
          // Escape closes what is offered; the next one leaves the text.
          keymap.of([
            ...completionKeymap,
            { key: "Escape", run: () => (now.current.onLeave(), true) },
            ...historyKeymap,
            ...defaultKeymap.filter((binding) => binding.key !== "Mod-Enter"),
            indentWithTab,
          ]),
          EditorView.cspNonce.of(getNonce() ?? ""),
          EditorView.contentAttributes.of({ "aria-label": texts.editor.file, spellcheck: "false" }),
          EditorView.updateListener.of((update) => {
            const own = update.transactions.some((one) => one.annotation(FROM_OUTSIDE) === true);
            if (update.docChanged && !own) now.current.onText(update.state.doc.toString());
          }),
        ],
      }),
    });
    view.current = made;
    made.focus();
    return () => made.destroy();
  }, []);
  useEffect(() => {
    const shown = view.current;
    if (shown === undefined || shown.state.doc.toString() === text) return;
    shown.dispatch({ changes: { from: 0, to: shown.state.doc.length, insert: text }, annotations: FROM_OUTSIDE.of(true) });
  }, [text]);
  useEffect(() => {
    const shown = view.current;
    if (shown === undefined) return;
    const marks = problems.flatMap((problem) => {
      if (problem.line < 1 || problem.line > shown.state.doc.lines) return [];
      const line = shown.state.doc.line(problem.line);
      const from = Math.min(line.to, line.from + Math.max(0, problem.column - 1));
      return [{ from, to: line.to, severity: "error" as const, message: problem.words }];
    });
    shown.dispatch(setDiagnostics(shown.state, marks));
  }, [problems, text]);
  // Escape is for what is offered, or leaves the text; it does not leave the page too.
  return <div ref={place} className="filetext" onKeyDown={(event) => event.key === "Escape" && event.stopPropagation()} />;
}
