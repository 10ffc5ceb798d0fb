import { useRef, useState } from "react";
import type { JobStory, Schemas } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Name } from "../../ui/Name";
import { PageView } from "../../ui/PageView";
import { type Paper, viewed } from "./papers";

interface PapersProps {
  papers: Paper[];
  current: number;
  onChoose: (place: number) => void;
  onFiles: (files: File[]) => void;
  onDrop: (paper: Paper) => void;
  /** Those that the rule has anyway, which can't be laid away. */
  own: Paper[];
  fields: JobStory["fields"];
  /** Shows the data file that goes with the document. */
  onBeside: () => void;
  hasBeside: boolean;
  onPoint: (page: number, box: Schemas["Box"], words: string) => void;
}

/** The documents that the rule is written beside: one shown, the others a click away; more are dropped or chosen. */
export function Papers({ papers, current, onChoose, onFiles, onDrop, own, fields, onBeside, hasBeside, onPoint }: PapersProps) {
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
          <Name name={here.name} raw />
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
