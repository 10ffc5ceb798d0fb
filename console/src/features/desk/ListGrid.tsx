import { useEffect, useRef } from "react";
import { deskTexts } from "./texts";
import type { Field } from "./useDesk";

const BETWEEN = "; ";

/** The values of a list. */
export const valuesOf = (value: string) => (value === "" ? [] : value.split(/;\s*/));
export const joined = (values: string[]) => values.map((value) => value.trim()).filter((value) => value !== "").join(BETWEEN);

/** The same with one more value, or another one at a place. */
export function withValue(value: string, row: number, entered: string) {
  const values = valuesOf(value);
  while (values.length <= row) values.push("");
  values[row] = entered;
  return values.join(BETWEEN);
}

interface ListGridProps {
  /** The lists of the document, each a column. */
  fields: Field[];
  /** The column that is asked now. */
  here: string;
  valueOf: (field: Field) => string;
  onValue: (field: Field, value: string) => void;
  onEnter: () => void;
  problem: string | undefined;
}

/** Lists of values side by side, such as the columns of a table: the arrows move, an empty cell takes its value out. */
export function ListGrid({ fields, here, valueOf, onValue, onEnter, problem }: ListGridProps) {
  const table = useRef<HTMLTableElement>(null);
  const columns = fields.map((field) => ({ field, values: valuesOf(valueOf(field)) }));
  const rows = 1 + Math.max(0, ...columns.map(({ values }) => values.length));
  const focus = (row: number, column: number) => {
    const cell = table.current?.querySelector<HTMLInputElement>(`input[data-cell="${row} ${column}"]`);
    cell?.focus();
    cell?.select();
  };
  const first = fields.findIndex((field) => field.name === here);
  useEffect(() => focus(0, Math.max(0, first)), [first]);
  return (
    <div className="value">
      <table ref={table} className="listgrid">
        <thead>
          <tr>
            {fields.map((field) => (
              <th key={field.name} scope="col" aria-current={field.name === here}>
                {field.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {Array.from({ length: rows }, (_, row) => (
            <tr key={row}>
              {columns.map(({ field, values }, column) => (
                <td key={field.name}>
                  <input
                    data-cell={`${row} ${column}`}
                    aria-label={deskTexts.cell(field.name, row + 1)}
                    aria-invalid={field.name === here && problem !== undefined && problem.includes(`"${values[row]}"`)}
                    value={values[row] ?? ""}
                    onChange={(event) => onValue(field, withValue(valueOf(field), row, event.target.value))}
                    onKeyDown={(event) => {
                      const to = { ArrowDown: [1, 0], ArrowUp: [-1, 0] }[event.key];
                      if (to !== undefined) {
                        event.preventDefault();
                        focus(row + (to[0] ?? 0), column);
                      } else if (event.key === "Enter") {
                        event.preventDefault();
                        onEnter();
                      }
                    }}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="problem" role="status">
        {problem ?? ""}
      </p>
    </div>
  );
}
