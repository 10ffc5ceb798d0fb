import { useQuery } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../../api/client";
import { texts } from "../../texts";
import { at } from "../../ui/time";

/** Whom to ask about a document of a rule. */
export function Contacts({ rule }: { rule: string }) {
  const { data } = useQuery({
    queryKey: ["GET", "/rules", rule, "contacts"],
    queryFn: () => answer(api.GET("/api/v1/rules/{id}/contacts", { params: { path: { id: rule } } })),
    retry: false,
  });
  return (
    <>
      {(data?.contacts ?? []).map((contact) => (
        <p key={contact.name} className="note">
          {texts.job.contact(contact.name, contact.people.map(personWords))}
        </p>
      ))}
    </>
  );
}

function personWords(person: Schemas["ContactPerson"]) {
  return person.awayUntil === undefined ? person.name : texts.job.awayContact(person.name, at(person.awayUntil), person.standIn);
}
