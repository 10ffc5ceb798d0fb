import { useState } from "react";
import { useNavigate } from "react-router";
import { useRules } from "../api/queries";
import { useMay } from "../permissions";
import { texts } from "../texts";
import { Panel } from "./Panel";
import { pagesFor } from "./pages";

interface Found {
  words: string;
  kind: string;
  go: string;
}

/** Finds a page, a rule or a document by what one types. */
export function Palette({ onClose }: { onClose: () => void }) {
  const [typed, setTyped] = useState("");
  const [at, setAt] = useState(0);
  const navigate = useNavigate();
  const may = useMay();
  const { data } = useRules();
  const fits = (words: string) => words.toLowerCase().includes(typed.trim().toLowerCase());
  const found: Found[] = [
    ...pagesFor(may)
      .filter((page) => fits(page.words))
      .map((page) => ({ words: page.words, kind: texts.palette.page, go: page.path })),
    ...(data?.rules ?? [])
      .filter((rule) => fits(rule.id) || fits(rule.title))
      .map((rule) => ({ words: rule.title, kind: texts.palette.rule, go: `/rules/${encodeURIComponent(rule.id)}` })),
  ];
  if (typed.trim() !== "") {
    const search = `/jobs?name=${encodeURIComponent(typed.trim())}`;
    found.push({ words: texts.palette.search(typed.trim()), kind: "", go: search });
  }
  const chosen = Math.min(at, found.length - 1);
  const go = (one: Found | undefined) => {
    if (one !== undefined) {
      onClose();
      void navigate(one.go);
    }
  };
  return (
    <Panel title={texts.key.palette} quiet onClose={onClose}>
      <input
        className="palette-input"
        role="combobox"
        aria-expanded="true"
        aria-controls="palette-found"
        aria-activedescendant={`palette-${chosen}`}
        aria-label={texts.palette.hint}
        placeholder={texts.palette.hint}
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          setAt(0);
        }}
        onKeyDown={(event) => {
          if (event.key === "ArrowDown") setAt(Math.min(chosen + 1, found.length - 1));
          else if (event.key === "ArrowUp") setAt(Math.max(chosen - 1, 0));
          else if (event.key === "Enter") go(found[chosen]);
          else return;
          event.preventDefault();
        }}
      />
      <ul id="palette-found" role="listbox" aria-label={texts.palette.hint} className="pt-2">
        {found.map((one, place) => (
          <li
            key={one.go}
            id={`palette-${place}`}
            role="option"
            aria-selected={place === chosen}
            onPointerEnter={() => setAt(place)}
            onClick={() => go(one)}
          >
            <span>{one.words}</span>
            <span className="note">{one.kind}</span>
          </li>
        ))}
      </ul>
    </Panel>
  );
}
