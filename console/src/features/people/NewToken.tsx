import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Problem, type Schemas } from "../../api/client";
import { texts } from "../../texts";
import { Choice } from "../../ui/Choice";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { type ChosenRole, RoleForm } from "./RoleForm";
import { ShownOnce } from "./ShownOnce";

const DAY_MILLIS = 24 * 60 * 60 * 1_000;

/** Makes a token for a program. */
export function NewToken({ roles }: { roles: Record<string, string[]> }) {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const [days, setDays] = useState("365");
  const make = useMutation<Schemas["MadeToken"], Problem, ChosenRole>({
    mutationFn: (chosen) =>
      answer(
        api.POST("/api/v1/tokens", {
          body: {
            ...chosen,
            name,
            ...(days === "" ? {} : { expiresAt: new Date(Date.now() + Number(days) * DAY_MILLIS).toISOString() }),
          } as Schemas["NewToken"],
        }),
      ),
    onSettled: () => queries.invalidateQueries(),
  });
  if (make.data !== undefined) {
    return <ShownOnce lead={texts.people.tokenLead} text={make.data.token} />;
  }
  return (
    <>
      <ErrorMessage problem={make.error} />
      <div className="field">
        <label htmlFor="token-name">{texts.people.tokenName}</label>
        <input id="token-name" value={name} onChange={(event) => setName(event.target.value)} autoFocus required />
      </div>
      <RoleForm roles={roles} present={{ role: "operator" }} button={texts.people.makeToken} busy={make.isPending || name.trim() === ""} onDone={(chosen) => make.mutate(chosen)}>
        <p className="say pb-2">
          {texts.people.expires}
          <Choice
            label={texts.people.expiry}
            value={days}
            options={["30", "365", ""].map((value) => ({ value, words: texts.people.days(value) }))}
            onChoose={setDays}
          />
          .
        </p>
      </RoleForm>
    </>
  );
}
