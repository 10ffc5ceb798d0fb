import { usePeople } from "../../api/queries";
import { letterOf } from "../../ui/FileName";
import { nameOf } from "../../ui/people";
import { at as moment } from "../../ui/time";
import { deskTexts } from "./texts";
import type { Entered, Task } from "./useDesk";

/** Where the document will be filed. */
export function Filings({ filings }: { filings: Task["filings"] }) {
  if (filings.length === 0) return null;
  return (
    <section className="foreseen">
      <h3 className="note">{deskTexts.filings}</h3>
      {filings.map((filing) => (
        <p key={filing.connection + filing.place} className="name">
          {filing.connection}/{filing.place}
        </p>
      ))}
    </section>
  );
}

/** Why it is asked, and why again. */
export function Why({ task }: { task: Task }) {
  return (
    <section className="whys">
      <h3 className="part">{deskTexts.why}</h3>
      {task.again !== undefined && <p className="say again">{task.again}</p>}
      {task.why.map((reason) => (
        <p key={reason} className="say">
          {reason}
        </p>
      ))}
    </section>
  );
}

interface ShownFieldsProps {
  task: Task;
  values?: Record<string, Entered>;
  chosen: number | undefined;
  onChoose: (place: number) => void;
}

/** All fields with their letters; those that were entered just now as they are by that. */
export function ShownFields({ task, values = {}, chosen, onChoose }: ShownFieldsProps) {
  return (
    <section aria-label={deskTexts.fields}>
      <h3 className="part">{deskTexts.fields}</h3>
      <div className="list">
        {task.fields.map((field, place) => {
          const entered = values[field.name]?.value;
          const on = chosen === place;
          return (
            <button type="button" key={field.name} className={on ? "f on" : "f"} aria-pressed={on} onClick={() => onChoose(place)}>
              <span className={on ? "key on" : "key"} aria-hidden="true">
                {letterOf(place)}
              </span>
              <span className="note">{field.name}</span>
              <span className="name">{entered ?? field.value}</span>
              <span className={field.asked && entered === undefined ? "num doubtful" : "num note"}>
                {entered !== undefined ? deskTexts.entered : field.asked ? deskTexts.asked : `${Math.floor(100 * field.confidence)} %`}
              </span>
              <span className="how">{field.problem ?? field.method}</span>
            </button>
          );
        })}
      </div>
    </section>
  );
}

/** What people wrote about the document. */
function JobNotes({ notes }: { notes: Task["notes"] }) {
  const people = usePeople();
  if (notes.length === 0) return null;
  return (
    <section>
      <h3 className="part">{deskTexts.notes}</h3>
      <ul className="earlier">
        {notes.map((note) => (
          <li key={note.at}>
            {note.text} ({nameOf(note.principal, people.data?.people ?? [])}, {moment(note.at)})
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What was corrected and decided about the document before. */
export function Earlier({ task }: { task: Task }) {
  return (
    <>
      <JobNotes notes={task.notes} />
      {task.corrections.length > 0 && (
        <section>
          <h3 className="part">{deskTexts.corrections}</h3>
          <ul className="earlier">
            {task.corrections.map((one) => (
              <li key={one.at + one.field}>{deskTexts.corrected(one.field, one.read, one.entered, one.by)}</li>
            ))}
          </ul>
        </section>
      )}
      {task.decisions.length > 0 && (
        <section>
          <h3 className="part">{deskTexts.decisions}</h3>
          <ol className="earlier">
            {task.decisions.map((one) => (
              <li key={one.at + one.verdict}>
                {deskTexts.decided(one.verdict, one.by)}
                {one.stageName !== "" && `, ${one.stageName}`}, {moment(one.at)}
                {one.reason !== "" && `: ${one.reason}`}
              </li>
            ))}
          </ol>
        </section>
      )}
    </>
  );
}
