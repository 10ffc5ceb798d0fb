import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { Link } from "react-router";
import { answer, api, type Schemas } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";

type Example = Schemas["Example"];

interface ProposalProps {
  /** Documents of one kind; the value is marked in at least one of them. */
  documents: Example[];
  /** Which of them is looked at now. */
  here: string;
  /** Takes one of the ways into the rule that is being written; without it, a way can be copied. */
  onTake?: (name: string, wording: string) => void;
  /** Called when a document does not have the value. */
  onAbsent?: (id: string) => void;
}

/** Extractors that work for every document come first; the others are rarely needed. */
const FIRST_SHOWN = 3;

/** The ways in which a rule may find what was pointed at, with what each gives on other documents of the same kind. */
export function Proposal({ documents, here, onTake, onAbsent }: ProposalProps) {
  const [shown, setShown] = useState(FIRST_SHOWN);
  const proposed = useQuery({
    queryKey: ["POST", "/proposals", documents],
    queryFn: () => answer(api.POST("/api/v1/proposals", { body: { documents } })),
    staleTime: Infinity,
    placeholderData: (last) => last,
  });
  if (proposed.data === undefined) {
    return (
      <>
        <ErrorMessage problem={proposed.error} />
        {proposed.error === null && (
          <p className="note" role="status">
            {texts.propose.trying}
          </p>
        )}
      </>
    );
  }
  const { ways, name, sure, next, documents: tried } = proposed.data;
  if (ways.length === 0) return <p className="say">{texts.propose.none}</p>;
  const unclear = next === undefined ? undefined : tried[next];
  const isAbsent = (id: string) => documents.find((one) => one.job === id || one.document === id)?.absent === true;
  return (
    <section className="propose" aria-busy={proposed.isPlaceholderData}>
      <p className="say">{texts.propose.sure(name, sure, tried.length)}</p>
      <ol>
        {ways.slice(0, shown).map((way) => (
          <li key={way.wording}>
            <Wording text={`${name}: ${way.wording}`} isFirst={way === ways[0]} onTake={onTake && (() => onTake(name, way.wording))} />
            <dl>
              {tried.map((document, place) => {
                const id = document.job ?? document.document ?? "";
                return (
                  <div key={id}>
                    <dt>{nameOf(document, id === here)}</dt>
                    <dd className={way.values[place] === null ? "note" : "name"}>
                      {document.reason === undefined ? (way.values[place]?.value ?? texts.propose.nothing) : texts.propose.unread}
                      {onAbsent !== undefined && id !== here && way === ways[0] && (
                        <Do bare aria-pressed={isAbsent(id)} onClick={() => onAbsent(id)}>
                          {texts.propose.absent}
                        </Do>
                      )}
                    </dd>
                  </div>
                );
              })}
            </dl>
          </li>
        ))}
      </ol>
      {ways.length > shown && <Do onClick={() => setShown(ways.length)}>{texts.propose.more(ways.length - shown)}</Do>}
      {unclear !== undefined && <p className="say">{texts.propose.next(unclear.name)}</p>}
    </section>
  );
}

function nameOf(document: Schemas["ExampleView"], isHere: boolean): ReactNode {
  if (isHere) return texts.propose.here;
  return document.job === undefined ? document.name : <Link to={`/jobs/${document.job}`}>{document.name}</Link>;
}

/** Gives a button the focus, but never takes it from what a person has begun to use while the answer was awaited. */
function focusUnlessUsed(button: HTMLButtonElement | null) {
  const used = document.activeElement;
  if (used === document.body || used === button?.closest("[role=dialog]")) button?.focus();
}

function Wording({ text, isFirst, onTake }: { text: string; isFirst: boolean; onTake: (() => void) | undefined }) {
  const [copied, setCopied] = useState(false);
  const copy = () =>
    void navigator.clipboard.writeText(text).then(
      () => setCopied(true),
      () => setCopied(false),
    );
  return (
    <div className="wording">
      <code>{text}</code>
      {onTake === undefined ? (
        <Do onClick={copy}>{copied ? texts.propose.copied : texts.propose.copy}</Do>
      ) : (
        <Do first={isFirst} ref={isFirst ? focusUnlessUsed : undefined} onClick={onTake}>
          {texts.propose.take}
        </Do>
      )}
    </div>
  );
}
