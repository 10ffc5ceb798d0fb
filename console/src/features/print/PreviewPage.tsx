import { useNavigate, useParams } from "react-router";
import { useKeys } from "../../keys";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Loading } from "../../ui/Loading";
import { Deeds } from "./Deeds";
import { Sides } from "./Sides";
import { TicketForm } from "./TicketForm";
import { useDeed, usePrint } from "./usePrints";

/** A document on its medium, and what the printer is asked for. */
export function PreviewPage() {
  const { id = "" } = useParams();
  const navigate = useNavigate();
  const { data: print, error } = usePrint(id);
  const deed = useDeed();
  const back = () => void navigate(print === undefined ? "/print" : `/print?queue=${encodeURIComponent(print.queue)}`);
  useKeys([{ keys: ["Escape"], words: texts.print.backToQueue.toLowerCase(), act: back, shown: true }]);
  return (
    <main className="prints preview">
      <ErrorMessage problem={error ?? deed.error} />
      {print === undefined && error === null && <Loading />}
      {print !== undefined && (
        <>
          <section aria-label={texts.print.preview}>
            <Sides print={print} />
          </section>
          <section aria-label={texts.print.ticket}>
            <h1 className="ask">{texts.print.how(print.name, print.queue)}</h1>
            <Deeds print={print} pending={deed.isPending} onDo={(action) => deed.mutate({ ids: [print.id], action })} />
            <TicketForm print={print} />
            <p className="under">
              <Do bare onClick={back}>
                {texts.print.backToQueue}
              </Do>
            </p>
          </section>
        </>
      )}
    </main>
  );
}
