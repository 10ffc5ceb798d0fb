import { useQuery } from "@tanstack/react-query";
import { answer, api, base, type Schemas } from "../../api/client";
import { texts } from "../../texts";
import { Loading } from "../../ui/Loading";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { ofCsv } from "./grid";
import { LookupGrid } from "./LookupGrid";
import { UsedBy } from "./UsedBy";

/** A lookup whose rows can be edited in place. */
export function LookupPanel({ lookup }: { lookup: Schemas["LookupView"] }) {
  const { name, version } = lookup;
  const text = useQuery({
    queryKey: ["GET", "/lookups", name, version, "csv"],
    queryFn: () => answer(api.GET("/api/v1/lookups/{name}", { params: { path: { name } }, parseAs: "text" })),
    staleTime: Infinity,
  });
  return (
    <section className="table" aria-label={name}>
      <div className="top">
        <h2 className="name">{name}</h2>
        <span className="note">
          {texts.tables.rows(lookup.rows)}, {texts.tables.version(version)}
        </span>
        <a className="do" href={new URL(`api/v1/lookups/${encodeURIComponent(name)}`, base).href} download={`${name}.csv`}>
          {texts.tables.csvOut}
        </a>
      </div>
      <UsedBy rules={lookup.usedBy} />
      <ErrorMessage problem={text.error} />
      {text.data === undefined ? text.error === null && <Loading /> : <LookupGrid key={version} name={name} before={ofCsv(String(text.data))} />}
    </section>
  );
}
