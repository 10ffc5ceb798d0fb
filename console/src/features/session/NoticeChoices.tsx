import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { answer, api, type Problem, type Schemas } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { textOf } from "../../ui/form";
import { Field } from "./Field";

const DAILY = "daily at ";
const MORNING = "07:30";

/** Where one gets notices, and when for what. */
export function NoticeChoices({ person }: { person: number }) {
  const chosen = useQuery({
    queryKey: ["GET", "/accounts/notices", person],
    queryFn: () => answer(api.GET("/api/v1/accounts/{id}/notices", { params: { path: { id: person } } })),
  });
  return (
    <section aria-label={texts.choices.title}>
      <h2 className="part">{texts.choices.title}</h2>
      <p className="note">{texts.choices.lead}</p>
      <ErrorMessage problem={chosen.error} />
      {chosen.data !== undefined && <ChoicesForm person={person} chosen={chosen.data} />}
    </section>
  );
}

function ChoicesForm({ person, chosen }: { person: number; chosen: Schemas["ChoicesView"] }) {
  const queries = useQueryClient();
  const [isSaved, setSaved] = useState(false);
  const save = useMutation<Schemas["ChoicesView"], Problem, Schemas["ChoicesForm"]>({
    mutationFn: (body) => answer(api.PUT("/api/v1/accounts/{id}/notices", { params: { path: { id: person } }, body })),
    onSuccess: () => setSaved(true),
    onSettled: () => queries.invalidateQueries(),
  });
  const [words, setWords] = useState(() => Object.fromEntries(chosen.kinds.map((one) => [one.kind, wordOf(one.choice)])));
  const usesDaily = Object.values(words).includes("daily");
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const at = textOf(form, "daily");
    const whole = (word: string) => (word === "daily" ? DAILY + (at === "" ? MORNING : at) : word);
    save.mutate({
      mail: textOf(form, "mail"),
      quietFrom: textOf(form, "quietFrom"),
      quietTo: textOf(form, "quietTo"),
      choices: Object.fromEntries(Object.entries(words).map(([kind, word]) => [kind, whole(word)])),
    });
  };
  const wrong = (field: string) => (save.error?.parameter === field ? save.error.message : undefined);
  const time = chosen.kinds.find((one) => one.choice.startsWith(DAILY))?.choice.slice(DAILY.length);
  return (
    <form onSubmit={submit} onChange={() => setSaved(false)}>
      {save.error?.parameter === undefined && <ErrorMessage problem={save.error} />}
      {chosen.problem !== undefined && <p className="say c-fault">{texts.choices.problem(chosen.problem)}</p>}
      <Field name="mail" type="email" label={texts.choices.mail} defaultValue={chosen.mail ?? ""} required={false} wrong={wrong("mail")} />
      <div className="pair">
        <Field
          name="quietFrom"
          type="time"
          label={texts.choices.quietFrom}
          defaultValue={chosen.quietFrom ?? ""}
          required={false}
          wrong={wrong("quietFrom")}
        />
        <Field name="quietTo" type="time" label={texts.choices.quietTo} defaultValue={chosen.quietTo ?? ""} required={false} />
      </div>
      <p className="note">{texts.choices.quietHint}</p>
      {chosen.kinds.map((one) => (
        <div key={one.kind} className="row">
          <label htmlFor={`choice-${one.kind}`}>{one.title}</label>
          <select id={`choice-${one.kind}`} value={words[one.kind]} onChange={(event) => setWords({ ...words, [one.kind]: event.target.value })}>
            {Object.entries(texts.choices.choices).map(([word, shown]) => (
              <option key={word} value={word}>
                {shown}
              </option>
            ))}
          </select>
        </div>
      ))}
      {usesDaily && <Field name="daily" type="time" label={texts.choices.dailyAt} defaultValue={time ?? MORNING} />}
      <Do type="submit" disabled={save.isPending}>
        {texts.choices.save}
      </Do>{" "}
      <span role="status" className="note">
        {isSaved ? texts.choices.saved : ""}
      </span>
    </form>
  );
}

/** A choice without its time of day. */
const wordOf = (choice: string) => (choice.startsWith(DAILY) ? "daily" : choice);
