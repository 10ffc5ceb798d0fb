import { useState } from "react";
import { useSearchParams } from "react-router";
import { useLookups, useParts } from "../../api/queries";
import { useKeys } from "../../keys";
import { useMay } from "../../permissions";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Loading } from "../../ui/Loading";
import { EntryList } from "../../ui/EntryList";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { useRows } from "../../ui/useRows";
import { LookupPanel } from "./LookupPanel";
import { type Kind, NewTable } from "./NewTable";
import { Parameters } from "./Parameters";
import { PartPanel } from "./PartPanel";

const PARAMETERS = "parameters";
const NEW = "new";

/** Lookups and shared parts, each with its content and the rules that use it. */
export function TablesPage() {
  const lookups = useLookups();
  const parts = useParts();
  const [params, setParams] = useSearchParams();
  const entries = [
    ...(lookups.data?.lookups ?? []).map((one) => ({ of: `lookup:${one.name}`, name: one.name, note: texts.tables.rows(one.rows) })),
    ...(parts.data?.parts ?? []).map((one) => ({ of: `part:${one.name}`, name: one.name, note: one.kind })),
  ];
  const [kind, setKind] = useState<Kind>("lookup");
  const rows = useRows(entries.length, 0);
  const may = useMay();
  const shown = params.get("of") ?? "";
  const show = (of: string | undefined) => of !== undefined && setParams({ of }, { replace: true });
  useKeys([
    { keys: ["j", "ArrowDown"], words: texts.key.move, act: rows.down, caps: ["j", "k"], shown: true },
    { keys: ["k", "ArrowUp"], words: `${texts.key.move} \u2191`, act: rows.up },
    { keys: ["n"], words: texts.tables.makeA.trim().toLowerCase(), act: () => show(NEW), shown: true, needs: "write rules" },
    { keys: ["Enter"], words: texts.key.open, act: () => show(entries[rows.at]?.of), shown: true },
  ]);
  if (lookups.data === undefined || parts.data === undefined) {
    return (
      <main className="tables">
        <ErrorMessage problem={lookups.error ?? parts.error} />
        <Loading />
      </main>
    );
  }
  const lookup = lookups.data.lookups.find((one) => `lookup:${one.name}` === shown);
  const part = parts.data.parts.find((one) => `part:${one.name}` === shown);
  const list = (kind: string, none: string) => (
    <EntryList
      entries={entries}
      kind={kind}
      none={none}
      at={entries[rows.at]}
      shown={shown}
      onShow={(entry) => {
        rows.to(entries.indexOf(entry));
        show(entry.of);
      }}
    />
  );
  return (
    <main className="tables">
      <h1>{texts.tables.title}</h1>
      <nav aria-label={texts.pages.tables}>
        <h2 className="part">{texts.tables.lookups}</h2>
        {list("lookup", texts.tables.noLookups)}
        <h2 className="part">{texts.tables.parts}</h2>
        {list("part", texts.tables.noParts)}
        <h2 className="part">{texts.tables.parameters}</h2>
        <ul>
          <li>
            <button type="button" aria-current={shown === PARAMETERS} onClick={() => show(PARAMETERS)}>
              {texts.tables.parametersWhere}
            </button>
          </li>
        </ul>
        {may("write rules") && (
          <p className="say make">
            {texts.tables.makeA}
            <Choice
              label={texts.tables.kinds.lookup}
              value={kind}
              options={Object.entries(texts.tables.kinds).map(([value, words]) => ({ value: value as Kind, words }))}
              onChoose={setKind}
            />{" "}
            <Do cap="n" onClick={() => show(NEW)}>
              {texts.tables.goOn}
            </Do>
          </p>
        )}
      </nav>
      {shown === PARAMETERS && <Parameters />}
      {shown === NEW && <NewTable key={kind} kind={kind} onMade={show} />}
      {lookup !== undefined && <LookupPanel key={lookup.name} lookup={lookup} />}
      {part !== undefined && <PartPanel key={part.name} part={part} />}
      {lookup === undefined && part === undefined && shown !== PARAMETERS && shown !== NEW && <p className="note">{texts.tables.choose}</p>}
    </main>
  );
}
