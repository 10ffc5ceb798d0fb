import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { merged } from "./merge";

interface ElsewhereProps {
  mine: string;
  before: string;
  theirs: string;
  /** What happened. */
  words: string;
  onTake: (text: string) => void;
  /** Keeps what was written here as a rule of its own. */
  onApart?: () => void;
}

/** Somebody else writes the same rule: what both wrote can be put together, or kept apart. Nothing is written over unsaid. */
export function Elsewhere({ mine, before, theirs, words, onTake, onApart }: ElsewhereProps) {
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
