import Papa from "papaparse";

/** A table being edited. A row may have fewer or more texts than there are columns: the service reports that on saving. */
export interface Grid {
  columns: string[];
  rows: string[][];
}

const filled = (row: string[], count: number) => [...row, ...Array<string>(Math.max(0, count - row.length)).fill("")];

/** Reads a table from CSV; its first row names the columns. */
export function ofCsv(csv: string): Grid {
  const [columns = [], ...rows] = Papa.parse<string[]>(csv, { skipEmptyLines: "greedy" }).data;
  return { columns, rows };
}

/** The table as CSV; empty rows are left out. */
export function toCsv({ columns, rows }: Grid) {
  return `${Papa.unparse([columns, ...rows.filter((row) => row.some((text) => text.trim() !== ""))], { newline: "\n" })}\n`;
}

/** The cells of what was copied from a sheet, or of CSV. */
export function cellsOf(pasted: string): string[][] {
  return Papa.parse<string[]>(pasted.replace(/\r?\n$/, ""), { delimiter: pasted.includes("\t") ? "\t" : "" }).data;
}

/** The table with cells pasted from a place on; rows that are not there yet are added. */
export function pasted(grid: Grid, cells: string[][], row: number, column: number): Grid {
  const rows = grid.rows.map((one) => [...one]);
  cells.forEach((line, down) => {
    const at = row + down;
    while (rows.length <= at) rows.push(filled([], grid.columns.length));
    line.forEach((text, right) => {
      const into = filled(rows[at] ?? [], column + right + 1);
      into[column + right] = text;
      rows[at] = into;
    });
  });
  return { ...grid, rows };
}

/** The table with another text in a cell. */
export function changed(grid: Grid, row: number, column: number, text: string): Grid {
  return pasted(grid, [[text]], row, column);
}

/** Which row a problem of a table speaks of, counted from 0; nothing where it speaks of none. */
export function rowOf(problem: string): number | undefined {
  const line = /\bline (\d+)/.exec(problem)?.[1];
  return line === undefined ? undefined : Number(line) - 2;
}
