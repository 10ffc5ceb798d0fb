import { useQuery } from "@tanstack/react-query";
import { answer, api } from "../../api/client";
import { texts } from "../../texts";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { UsedBy } from "./UsedBy";

/** Texts of lectomen.yaml that rules use in braces. */
export function Parameters() {
  const { data, error } = useQuery({ queryKey: ["GET", "/parameters"], queryFn: () => answer(api.GET("/api/v1/parameters")) });
  return (
    <section className="table" aria-label={texts.tables.parameters}>
      <div className="top">
        <h2 className="part">{texts.tables.parameters}</h2>
        <span className="note">{texts.tables.parametersWhere}</span>
      </div>
      <ErrorMessage problem={error} />
      <ul className="list">
        {data?.parameters.map((parameter) => (
          <li key={parameter.name}>
            <span />
            <div className="min-w-0">
              <p className="name">
                {`{${parameter.name}}`} = {parameter.value}
              </p>
              <UsedBy rules={parameter.usedBy} />
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}
