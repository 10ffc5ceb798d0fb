import { NavLink } from "react-router";
import { useStatus } from "../../api/queries";
import { useMay } from "../../permissions";
import { deskTexts } from "./texts";

/** The ways to the parts of the desk, with how much waits in each. */
export function DeskParts() {
  const may = useMay();
  const status = useStatus();
  const unmatched = status.data?.jobs.unmatched ?? 0;
  const doubt = status.data?.jobs["in-doubt"] ?? 0;
  return (
    <nav className="deskparts" aria-label={deskTexts.parts}>
      {may("review") && (
        <NavLink to="/desk" end>
          {deskTexts.part.tasks}
        </NavLink>
      )}
      {may("handle documents") && <NavLink to="/desk/unmatched">{deskTexts.part.unmatched(unmatched)}</NavLink>}
      {may("see the service") && <NavLink to="/desk/figures">{deskTexts.figures}</NavLink>}
      {may("handle documents") && doubt > 0 && <NavLink to="/desk/in-doubt">{deskTexts.part.doubt(doubt)}</NavLink>}
    </nav>
  );
}
