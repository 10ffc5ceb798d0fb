import { useState } from "react";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";

/** A link or a token that is shown this once. */
export function ShownOnce({ lead, text }: { lead: string; text: string }) {
  const [isCopied, setCopied] = useState(false);
  return (
    <div className="pb-3" role="status">
      <p className="say pb-2">{lead}</p>
      <input className="once name" readOnly aria-label={lead} value={text} onFocus={(event) => event.currentTarget.select()} autoFocus />
      <Do
        onClick={() => {
          void navigator.clipboard?.writeText(text);
          setCopied(true);
        }}
      >
        {isCopied ? texts.words.copied : texts.people.copy}
      </Do>
    </div>
  );
}
