import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { answer, api, type Problem, type Schemas } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Trouble } from "../../ui/Trouble";
import { UsedBy } from "./UsedBy";

/** A lookup: its rows, or all of it as text to be changed. */
export function LookupLeaf({ lookup }: { lookup: Schemas["LookupView"] }) {
  const [editing, setEditing] = useState(false);
  const path = { name: lookup.name };
  const rows = useQuery({
    queryKey: ["GET", "/lookups", lookup.name, lookup.version],
    queryFn: () => answer(api.GET("/api/v1/lookups/{name}/rows", { params: { path } })),
  });
  return (
    <section className="table" aria-label={lookup.name}>
      <div className="top">
        <h2 className="name">{lookup.name}</h2>
        <span className="note">
          {rows.data !== undefined && texts.tables.firstRows(rows.data.rows.length, rows.data.all)}, {texts.tables.version(lookup.version)}
        </span>
        {!editing && <Do onClick={() => setEditing(true)}>{texts.tables.edit}</Do>}
      </div>
      <UsedBy rules={lookup.usedBy} />
      <Trouble problem={rows.error} />
      {editing ? (
        <AsText name={lookup.name} version={lookup.version} onDone={() => setEditing(false)} />
      ) : (
        <div className="sheet" tabIndex={0} role="region" aria-label={lookup.name}>
          <table>
            <thead>
              <tr>
                {rows.data?.columns.map((column) => (
                  <th key={column} scope="col">
                    {column}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.data?.rows.map((row, place) => (
                <tr key={place}>
                  {row.map((value, column) => (
                    <td key={column}>{value}</td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}

function AsText({ name, version, onDone }: { name: string; version: number; onDone: () => void }) {
  const queries = useQueryClient();
  const text = useQuery({
    queryKey: ["GET", "/lookups", name, version, "csv"],
    queryFn: () => answer(api.GET("/api/v1/lookups/{name}", { params: { path: { name } }, parseAs: "text" })),
    staleTime: Infinity,
  });
  const save = useMutation<unknown, Problem, string>({
    mutationFn: (csv) =>
      answer(
        api.PUT("/api/v1/lookups/{name}", {
          params: { path: { name } },
          body: csv,
          bodySerializer: (body) => body,
          headers: { "Content-Type": "text/plain; charset=utf-8" },
        }),
      ),
    onSuccess: onDone,
    onSettled: () => queries.invalidateQueries(),
  });
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    save.mutate(String(new FormData(event.currentTarget).get("csv")));
  };
  if (text.data === undefined) return <Trouble problem={text.error} />;
  return (
    <form onSubmit={submit}>
      <label className="field">
        <span>{texts.tables.csv}</span>
        <textarea name="csv" className="name" rows={18} defaultValue={String(text.data)} spellCheck={false} autoFocus />
        <small className="note">{texts.tables.saveLookup}</small>
      </label>
      <Trouble problem={save.error} />
      <Do first type="submit" disabled={save.isPending}>
        {texts.tables.save}
      </Do>
    </form>
  );
}
