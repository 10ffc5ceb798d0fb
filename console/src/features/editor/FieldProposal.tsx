import { useState } from "react";
import type { Schemas } from "../../api/client";
import { texts } from "../../texts";
import { Choice } from "../../ui/Choice";
import { Proposal } from "../propose/Proposal";
import { held, mapsWith } from "./file/source";
import type { Mark, Marks, TrialDocument } from "./trialDocument";

/** The marked words, and their document. */
export interface Pointed {
  paper: TrialDocument;
  page: number;
  box: Schemas["Box"];
  text: string;
}

interface FieldProposalProps {
  pointed: Pointed;
  papers: TrialDocument[];
  text: string;
  marks: Marks;
  onMark: (field: string, paper: string, at: Mark) => void;
  onTake: (field: string, wording: string) => void;
}

const MOST = 12;

/** Proposes how the rule can find the marked words: as a new field, or as one more value of an existing field. */
export function FieldProposal({ pointed, papers, text, marks, onMark, onTake }: FieldProposalProps) {
  const [field, setField] = useState("");
  const [absent, setAbsent] = useState<string[]>([]);
  const fields = mapsWith(text, "fields").flatMap((map) => {
    const here = held(text, [...map, "fields"]);
    return here?.kind === "map" ? here.words : [];
  });
  const known: Record<string, Mark> = {
    ...(field === "" ? {} : marks[field]),
    ...Object.fromEntries(absent.map((id) => [id, "absent" as const])),
    [pointed.paper.id]: { page: pointed.page, box: pointed.box, text: pointed.text },
  };
  const ordered = [pointed.paper, ...papers.filter((paper) => paper.id !== pointed.paper.id)].slice(0, MOST);
  const documents = ordered.map((paper) => ({ ...nameOf(paper), ...whereOf(known[paper.id]) }));
  return (
    <>
      {fields.length > 0 && (
        <p className="say">
          {texts.editor.itIs}
          <Choice
            label={texts.editor.fieldName}
            value={field}
            options={[{ value: "", words: texts.editor.newField }, ...fields.map((name) => ({ value: name, words: name }))]}
            onChoose={setField}
          />
          .
        </p>
      )}
      <Proposal
        documents={documents}
        here={pointed.paper.id}
        onTake={(name, wording) => {
          const taken = field === "" ? freeName(fields, name) : field;
          for (const id of absent) onMark(taken, id, "absent");
          onTake(taken, wording);
        }}
        onAbsent={(id) => setAbsent((before) => (before.includes(id) ? before.filter((one) => one !== id) : [...before, id]))}
      />
    </>
  );
}

const nameOf = (paper: TrialDocument) => (paper.isJob ? { job: paper.id } : { document: paper.id, name: paper.name });

function whereOf(mark: Mark | undefined) {
  if (mark === undefined) return {};
  return mark === "absent" ? { absent: true } : { page: mark.page, box: mark.box };
}

/** A name that no field of the rule has yet. */
function freeName(taken: string[], name: string) {
  if (!taken.includes(name)) return name;
  let count = 2;
  while (taken.includes(`${name} ${count}`)) count++;
  return `${name} ${count}`;
}
