import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { merged } from "./merge";

interface EditConflictProps {
  mine: string;
  before: string;
  theirs: string;
  /** What happened. */
  words: string;
  onTake: (text: string) => void;
  /** Saves the text written here as another rule. */
  onApart?: () => void;
}

/** Somebody else edits the same rule: the changes can be merged or kept apart. Nothing is overwritten silently. */
export function EditConflict({ mine, before, theirs, words, onTake, onApart }: EditConflictProps) {
  const both = merged(mine, before, theirs);
  return (
    <div className="say found" role="status">
      <p>
        {words} {mine === before ? "" : both === undefined ? texts.editor.sameLines : texts.editor.otherLines}
      </p>
      <span className="acts">
        {mine !== before && both !== undefined && <Do onClick={() => onTake(both)}>{texts.editor.together}</Do>}
        <Do onClick={() => onTake(theirs)}>{texts.editor.theirs}</Do>
        {mine !== before && onApart !== undefined && <Do onClick={onApart}>{texts.editor.apart}</Do>}
      </span>
    </div>
  );
}
