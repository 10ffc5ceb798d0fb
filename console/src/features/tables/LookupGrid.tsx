import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type ClipboardEvent, type KeyboardEvent, useRef, useState } from "react";
import { answer, api, type Problem } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { cellsOf, changed, type Grid, ofCsv, pasted, rowOf, toCsv } from "./grid";

/** What is drawn at once; the rest of a long table is reached by looking for it. */
const MOST_SHOWN = 200;

/** A cell for each column; more where a row has more. */
const cellsIn = (row: string[], columns: number) => Array.from({ length: Math.max(columns, row.length) }, (_, column) => row[column] ?? "");

interface LookupGridProps {
  name: string;
  before: Grid;
  /** Called once it is saved. */
  onSaved?: () => void;
}

/** A table whose cells are typed into, or filled with what was copied from a sheet. Nothing counts before it is saved. */
export function LookupGrid({ name, before, onSaved }: LookupGridProps) {
  const queries = useQueryClient();
  const [grid, setGrid] = useState(before);
  const [sought, setSought] = useState("");
  const table = useRef<HTMLTableElement>(null);
  const picker = useRef<HTMLInputElement>(null);
  const save = useMutation<unknown, Problem, Grid>({
    mutationFn: (kept) =>
      answer(
        api.PUT("/api/v1/lookups/{name}", {
          params: { path: { name } },
          body: toCsv(kept),
          bodySerializer: (body) => body,
          headers: { "Content-Type": "text/plain; charset=utf-8" },
        }),
      ),
    onSuccess: () => onSaved?.(),
    onSettled: () => queries.invalidateQueries(),
  });
  const bad = new Set((save.error?.message ?? "").split("; ").map(rowOf));
  const fits = (row: string[], place: number) => bad.has(place) || sought === "" || row.some((text) => text.toLowerCase().includes(sought.toLowerCase()));
  const shown = grid.rows.map((row, place) => ({ row, place })).filter(({ row, place }) => fits(row, place));
  const change = (row: number, column: number, text: string) => setGrid((now) => changed(now, row, column, text));
  const paste = (event: ClipboardEvent, row: number, column: number) => {
    const copied = event.clipboardData.getData("text/plain");
    if (!/[\t\n]/.test(copied.trim())) return;
    event.preventDefault();
    setGrid((now) => pasted(now, cellsOf(copied), row, column));
  };
  const go = (event: KeyboardEvent<HTMLInputElement>, line: number, column: number) => {
    const by = { ArrowUp: -1, ArrowDown: 1, Enter: 1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    table.current?.querySelector<HTMLInputElement>(`[data-cell="${line + by} ${column}"]`)?.focus();
  };
  const addRow = () => setGrid((now) => ({ ...now, rows: [...now.rows, now.columns.map(() => "")] }));
  const isChanged = toCsv(grid) !== toCsv(before);
  return (
    <>
      <div className="acts gridacts">
        {grid.rows.length > MOST_SHOWN && (
          <input type="search" aria-label={texts.tables.look} placeholder={texts.tables.look} value={sought} onChange={(event) => setSought(event.target.value)} />
        )}
        <Do needs="write rules" onClick={addRow}>{texts.tables.addRow}</Do>
        <Do needs="write rules" onClick={() => setGrid((now) => ({ columns: [...now.columns, ""], rows: now.rows.map((row) => [...row, ""]) }))}>{texts.tables.addColumn}</Do>
        <Do needs="write rules" onClick={() => picker.current?.click()}>{texts.tables.csvIn}</Do>
        <input
          ref={picker}
          type="file"
          accept=".csv,text/csv"
          hidden
          aria-label={texts.tables.csvIn}
          onChange={(event) => void event.target.files?.[0]?.text().then((csv) => setGrid(ofCsv(csv)))}
        />
        {isChanged && <Do onClick={() => setGrid(before)}>{texts.tables.asBefore}</Do>}
        <Do needs="write rules" first disabled={!isChanged || save.isPending} onClick={() => save.mutate(grid)}>
          {texts.tables.save}
        </Do>
        <span className="note">{texts.tables.pasteHint}</span>
      </div>
      <ErrorMessage problem={save.error} />
      <div className="sheet" tabIndex={0} role="region" aria-label={name}>
        <table ref={table} className="cells">
          <thead>
            <tr>
              {grid.columns.map((column, at) => (
                <th key={at} scope="col">
                  <input
                    aria-label={texts.tables.columnName(at + 1)}
                    value={column}
                    data-cell={`-1 ${at}`}
                    onChange={(event) => setGrid((now) => ({ ...now, columns: now.columns.map((one, other) => (other === at ? event.target.value : one)) }))}
                    onKeyDown={(event) => go(event, -1, at)}
                  />
                </th>
              ))}
              <th>
                <span className="sr-only">{texts.tables.removeRow}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.slice(0, MOST_SHOWN).map(({ row, place }, line) => (
              <tr key={place} className={bad.has(place) ? "bad" : ""}>
                {cellsIn(row, grid.columns.length).map((text, column) => (
                  <td key={column}>
                    <input
                      aria-label={`${grid.columns[column] ?? ""}, ${place + 1}`}
                      aria-invalid={bad.has(place)}
                      value={text}
                      data-cell={`${line} ${column}`}
                      onChange={(event) => change(place, column, event.target.value)}
                      onPaste={(event) => paste(event, place, column)}
                      onKeyDown={(event) => go(event, line, column)}
                    />
                  </td>
                ))}
                <td>
                  <Do needs="write rules" bare aria-label={texts.tables.without(place + 1)} onClick={() => setGrid((now) => ({ ...now, rows: now.rows.filter((_, at) => at !== place) }))}>
                    ×
                  </Do>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {shown.length > MOST_SHOWN && <p className="note">{texts.tables.firstRows(MOST_SHOWN, shown.length)}</p>}
      </div>
    </>
  );
}
