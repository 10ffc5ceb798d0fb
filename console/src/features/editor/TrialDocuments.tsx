import { useRef, useState } from "react";
import type { JobStory, Schemas } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { FileName } from "../../ui/FileName";
import { PageView } from "../../ui/PageView";
import { type TrialDocument, viewed } from "./trialDocument";

interface TrialDocumentsProps {
  papers: TrialDocument[];
  current: number;
  onChoose: (place: number) => void;
  onFiles: (files: File[]) => void;
  onDrop: (paper: TrialDocument) => void;
  /** Samples of the rule, which can't be removed here. */
  own: TrialDocument[];
  fields: JobStory["fields"];
  /** Shows the data file that goes with the document. */
  onBeside: () => void;
  hasBeside: boolean;
  onPoint: (page: number, box: Schemas["Box"], words: string) => void;
}

/** The documents that the rule is tried with: one shown, the others a click away; more can be dropped or chosen. */
export function TrialDocuments({ papers, current, onChoose, onFiles, onDrop, own, fields, onBeside, hasBeside, onPoint }: TrialDocumentsProps) {
  const [page, setPage] = useState(1);
  const [chosen, setChosen] = useState<number>();
  const picker = useRef<HTMLInputElement>(null);
  const here = papers[current];
  return (
    <div className="pg">
      <ol className="papers" aria-label={texts.editor.papers}>
        {papers.map((paper, place) => (
          <li key={paper.id}>
            <button
              type="button"
              aria-current={place === current}
              title={paper.name}
              onClick={() => {
                setPage(1);
                onChoose(place);
              }}
            >
              {place + 1}
            </button>
          </li>
        ))}
        <li>
          <Do onClick={() => picker.current?.click()}>{texts.editor.more}</Do>
        </li>
        <li>
          <Do aria-pressed={hasBeside} onClick={onBeside}>
            {texts.editor.beside.title}
          </Do>
        </li>
      </ol>
      {here === undefined ? (
        <p className="say">{texts.editor.noSample}</p>
      ) : (
        <PageView key={here.id} job={viewed(here)} fields={fields} page={page} onPage={setPage} chosen={chosen} onChoose={setChosen} onPropose={onPoint} points />
      )}
      <input
        ref={picker}
        type="file"
        multiple
        hidden
        aria-label={texts.editor.more}
        onChange={(event) => {
          onFiles([...(event.target.files ?? [])]);
          event.target.value = "";
        }}
      />
      {here !== undefined && (
        <p className="note paperline">
          <FileName name={here.name} raw />
          {own.every((one) => one.id !== here.id) && (
            <Do bare onClick={() => onDrop(here)}>
              {texts.editor.layAway}
            </Do>
          )}
        </p>
      )}
    </div>
  );
}
