interface Entry {
  /** Its kind and id, such as "lookup:vessels". */
  of: string;
  name: string;
  note: string;
}

interface EntryListProps {
  entries: Entry[];
  /** The kind of those that are listed. */
  kind: string;
  /** What to say where there is none. */
  none: string;
  /** The one that the keys are at. */
  at: Entry | undefined;
  /** The one that is shown beside the list. */
  shown: string;
  /** Whether the names are those of people rather than of things. */
  people?: boolean;
  onShow: (entry: Entry) => void;
}

/** A list of what can be shown beside it. */
export function EntryList({ entries, kind, none, at, shown, people = false, onShow }: EntryListProps) {
  const own = entries.filter((entry) => entry.of.startsWith(`${kind}:`));
  return own.length === 0 ? (
    <p className="note">{none}</p>
  ) : (
    <ul>
      {own.map((entry) => (
        <li key={entry.of} className={at === entry ? "on" : ""}>
          <button type="button" aria-current={entry.of === shown} onClick={() => onShow(entry)}>
            <span className={people ? "" : "name"}>{entry.name}</span> <span className="note">{entry.note}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}
