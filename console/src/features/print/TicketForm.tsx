import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api } from "../../api/client";
import { useMay } from "../../permissions";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { type Print, useTicket } from "./usePrints";

/** What the printer is asked for; while the document waits, it can be changed. */
export function TicketForm({ print }: { print: Print }) {
  const may = useMay();
  const ticket = useTicket(print.id);
  const [changed, setChanged] = useState<Record<string, string>>({});
  const { data: queue } = useQuery({
    queryKey: ["GET", "/queues", print.queue],
    queryFn: () => answer(api.GET("/api/v1/queues/{name}", { params: { path: { name: print.queue } } })),
    staleTime: 60_000,
  });
  const isHere = print.state === "held" || print.state === "waiting";
  const mayChange = isHere && may("handle documents");
  const words = [...new Set([...(queue?.ticket.map((one) => one.word) ?? []), ...Object.keys(print.ticket)])];
  const able = (word: string) => (queue?.ticket.find((one) => one.word === word)?.values ?? []).filter((value) => !/^\d+-\d+$/.test(value));
  return (
    <form
      className="ticket"
      onSubmit={(event) => {
        event.preventDefault();
        ticket.mutate(changed, { onSuccess: () => setChanged({}) });
      }}
    >
      <h2 className="part">{texts.print.ticket}</h2>
      <dl className="outs">
        {words.map((word) => (
          <div key={word}>
            <dt>{word}</dt>
            <dd>
              {mayChange ? (
                <>
                  <input
                    aria-label={texts.print.value(word)}
                    list={`able-${word}`}
                    value={changed[word] ?? print.ticket[word] ?? ""}
                    placeholder={queue?.ticket.find((one) => one.word === word)?.printerDefault}
                    onChange={(event) => setChanged({ ...changed, [word]: event.target.value })}
                  />
                  <datalist id={`able-${word}`}>
                    {able(word).map((value) => (
                      <option key={value} value={value} />
                    ))}
                  </datalist>
                </>
              ) : (
                (print.ticket[word] ?? queue?.ticket.find((one) => one.word === word)?.printerDefault ?? "")
              )}
              {print.changed.includes(word) && <span className="note"> {texts.print.changed}</span>}
            </dd>
          </div>
        ))}
      </dl>
      <ErrorMessage problem={ticket.error} />
      {mayChange && (
        <Do first type="submit" disabled={ticket.isPending || Object.keys(changed).length === 0}>
          {texts.print.change}
        </Do>
      )}
    </form>
  );
}
