import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { held, mapsWith, textsIn } from "./file/source";
import { useSettled } from "./localDraft";

const words = texts.editor.beside;
const SETTLED_MILLIS = 150;

interface DataFilePanelProps {
  /** The rule's text: its expressions are tried, with its prefixes. */
  text: string;
  data: string;
  onData: (data: string) => void;
}

/** The namespace prefixes of the rule's data files, in the service's form. */
function namespaces(text: string) {
  return mapsWith(text, "namespaces").flatMap((map) => Object.entries(textsIn(text, [...map, "namespaces"])).map(([prefix, uri]) => `${prefix}=${uri}`));
}

/** The expressions that the rule evaluates on data files. */
function expressions(text: string) {
  return [...new Set(mapsWith(text, "sidecar").flatMap((map) => textsIn(text, map).sidecar ?? []).concat(mapsWith(text, "at").flatMap((map) => textsIn(text, map).at ?? [])))];
}

/** A pasted data file: shows the result of each expression, and is sent along when the document is tried. */
export function DataFilePanel({ text, data, onData }: DataFilePanelProps) {
  const [own, setOwn] = useState("");
  const asked = [...expressions(text), own].filter((one) => one.trim() !== "");
  const settled = useSettled(JSON.stringify([data, asked]), SETTLED_MILLIS);
  const tried = useQuery({
    queryKey: ["POST", "/trials/data", settled],
    queryFn: async () => {
      const [body, all] = JSON.parse(settled) as [string, string[]];
      return Promise.all(
        all.map(async (expression) => ({
          expression,
          result: await answer(
            api.POST("/api/v1/trials/data", {
              params: { query: { expression, namespaces: namespaces(text) } },
              body: body as never,
              bodySerializer: (raw) => raw as never,
              headers: { "Content-Type": "application/octet-stream" },
            }),
          ),
        })),
      );
    },
    enabled: data.trim() !== "" && asked.length > 0,
    placeholderData: (last) => last,
    retry: false,
  });
  const hasSidecar = held(text, ["from", "sidecar"]) !== undefined || mapsWith(text, "sidecar").length > 0;
  return (
    <div className="beside">
      <p className="say">{hasSidecar ? words.lead : words.leadNone}</p>
      <label className="field">
        <span>{words.data}</span>
        <textarea className="name" rows={10} value={data} spellCheck={false} autoFocus onChange={(event) => onData(event.target.value)} />
      </label>
      <label className="field">
        <span>{words.expression}</span>
        <input className="name" value={own} placeholder={words.hint} onChange={(event) => setOwn(event.target.value)} />
      </label>
      <ErrorMessage problem={tried.error} />
      <dl aria-live="polite">
        {(data.trim() === "" ? [] : (tried.data ?? [])).map(({ expression, result }) => (
          <div key={expression}>
            <dt className="name">{expression}</dt>
            <dd className={result.reason === undefined && result.hits.length > 0 ? "name" : "note"}>
              {result.reason?.words ?? (result.hits.length === 0 ? words.nothing : result.hits.map((hit) => hit.value).join("; "))}
            </dd>
          </div>
        ))}
      </dl>
      {data !== "" && <Do onClick={() => onData("")}>{words.without}</Do>}
    </div>
  );
}
