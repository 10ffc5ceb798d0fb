import { Link } from "react-router";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { deedsOf } from "./deeds";
import type { Deed, Print } from "./usePrints";

interface DeedsProps {
  print: Print;
  pending: boolean;
  onDo: (action: Deed["action"]) => void;
}

/** Why a document stands where it does, and what can be done with it. */
export function Deeds({ print, pending, onDo }: DeedsProps) {
  const why = print.heldBy === undefined ? print.reason : texts.print.heldBy(print.heldBy);
  return (
    <div className="deeds-of">
      {why !== undefined && <p className="say">{why}</p>}
      <div className="acts">
        {deedsOf(print).map((action, place) => (
          <Do key={action} first={place === 0} needs="handle documents" disabled={pending} onClick={() => onDo(action)}>
            {texts.print[action]}
          </Do>
        ))}
        <Link to={`/jobs/${print.job}`}>{texts.print.itsJob}</Link>
      </div>
    </div>
  );
}
