import type { JobStory } from "../../api/client";
import { texts } from "../../texts";
import { letterOf } from "../../ui/FileName";

interface FieldsProps {
  fields: JobStory["fields"];
  unbound: string[];
  chosen: number | undefined;
  onChoose: (field: number) => void;
}

/** Each field with its letter, its value, how it was found and how sure. */
export function Fields({ fields, unbound, chosen, onChoose }: FieldsProps) {
  return (
    <section aria-label={texts.job.fields} className="pb-4">
      <h2 className="part">{texts.job.fields}</h2>
      <div className="list">
        {fields.length === 0 && <p className="note py-2">{texts.job.noFields}</p>}
        {fields.map((field, place) => {
          const on = chosen === place;
          const raw = field.raw === field.value ? "" : `, printed as “${field.raw}”`;
          return (
            <button
              type="button"
              key={field.name + String(place)}
              className={on ? "f on" : "f"}
              aria-pressed={on}
              onClick={() => onChoose(place)}
            >
              <span className={on ? "key on" : "key"} aria-hidden="true">
                {letterOf(place)}
              </span>
              <span className="note">{field.name}</span>
              <span className="name">{field.value}</span>
              <span className={field.doubtful ? "num doubtful" : "num note"}>
                {Math.floor(100 * field.confidence)} %{field.doubtful && <span className="sr-only"> {texts.job.doubtful}</span>}
              </span>
              <span className="how">
                {field.page > 0 ? `page ${field.page}, ` : ""}
                {field.method}
                {raw}
              </span>
            </button>
          );
        })}
        {unbound.length > 0 && <p className="note py-2">{texts.job.unbound(unbound)}</p>}
      </div>
    </section>
  );
}
