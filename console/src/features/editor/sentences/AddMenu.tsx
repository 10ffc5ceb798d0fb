import { useState } from "react";
import { texts } from "../../../texts";
import type { RuleVocabulary } from "../file/offers";
import { additions, type Part } from "./additions";
import { Combo } from "./Combo";

interface AddMenuProps {
  part: Part;
  text: string;
  known: RuleVocabulary;
  onAdd: (word: string) => void;
  onDone: () => void;
}

/** A menu of what can be added: typed or chosen, each with its explanation and an example. */
export function AddMenu({ part, text, known, onAdd, onDone }: AddMenuProps) {
  const [sought, setSought] = useState("");
  const all = additions(part, text, known.schema);
  const fits = (written: string) => ({
    from: 0,
    offers: all
      .filter((addition) => `${addition.word} ${addition.says}`.toLowerCase().includes(written.trim().toLowerCase()))
      .map((addition) => ({ text: addition.word, says: `${addition.says} ${texts.editor.example(addition.example)}` })),
  });
  const only = fits(sought).offers;
  return (
    <span className="add">
      <Combo
        label={texts.editor.add[part]}
        value={sought}
        fits={fits}
        onChange={setSought}
        onTake={onAdd}
        onDone={() => {
          const first = only[0];
          if (sought !== "" && first !== undefined) onAdd(first.text);
          else onDone();
        }}
        hint={texts.editor.addHint}
        note={sought === "" ? "" : (only[0]?.says ?? texts.editor.nothingFits)}
        all
        autoFocus
      />
    </span>
  );
}
