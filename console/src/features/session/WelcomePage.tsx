import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { answer, api, type Problem } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Field } from "./Field";
import { textOf } from "../../ui/form";

/** The page of a one-time link, by which a person joins or chooses a new password. The link's code is in the fragment. */
export function WelcomePage({ onIn }: { onIn: () => Promise<void> }) {
  const navigate = useNavigate();
  const [problem, setProblem] = useState<Problem>();
  const [busy, setBusy] = useState(false);
  const [code] = useState(() => window.location.hash.slice(1));
  const purpose = useQuery({
    queryKey: ["POST", "/welcome/purpose"],
    queryFn: () => answer(api.POST("/api/v1/welcome/purpose", { body: { code } })),
    staleTime: Infinity,
  });
  const renews = purpose.data?.forPasswordOf;
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const text = (name: string) => textOf(form, name);
    setBusy(true);
    try {
      await answer(
        api.POST("/api/v1/welcome", {
          body: { code, name: text("name"), signIn: text("signIn"), password: text("password") },
        }),
      );
      await onIn();
      void navigate("/today", { replace: true });
    } catch (refused) {
      setProblem(refused as Problem);
    } finally {
      setBusy(false);
    }
  };
  const wrong = (field: string) => (problem?.parameter === field ? problem.message : undefined);
  return (
    <main className="door">
      <h1>{renews === undefined ? texts.door.welcomeTitle : texts.door.renewTitle(renews)}</h1>
      <p className="say">{purpose.data?.good === false ? texts.door.notGood : renews === undefined ? texts.door.welcomeLead : texts.door.renewLead}</p>
      {problem?.parameter === undefined && <ErrorMessage problem={problem} />}
      <form onSubmit={(event) => void submit(event)}>
        {renews === undefined && (
          <>
            <Field name="name" label={texts.door.name} autoComplete="name" autoFocus wrong={wrong("name")} />
            <Field name="signIn" label={texts.door.signIn} autoComplete="username" wrong={wrong("signIn")} />
          </>
        )}
        <Field
          name="password"
          type="password"
          label={texts.door.password}
          hint={texts.door.passwordHint}
          autoComplete="new-password"
          wrong={wrong("password")}
        />
        <Do first type="submit" disabled={busy}>
          {renews === undefined ? texts.door.welcomeButton : texts.door.renewButton}
        </Do>
      </form>
    </main>
  );
}
