import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Problem, type Schemas } from "../api/client";
import { texts } from "../texts";
import { Do } from "./Button";
import { ErrorMessage } from "./ErrorMessage";

/** For a folder that is not used because it is on another disk or share than before: a person confirms that it was moved. */
export function MovedFolder({ folder }: { folder: string }) {
  const queries = useQueryClient();
  const [asked, setAsked] = useState(false);
  const confirm = useMutation<Schemas["Moved"], Problem>({
    mutationFn: () => answer(api.POST("/api/v1/folders/moved", { body: { folder } })),
    onSettled: () => queries.invalidateQueries(),
  });
  return (
    <div className="pb-3">
      <ErrorMessage problem={confirm.error} />
      {asked && <p className="note">{texts.moved.ask(folder)}</p>}
      <div className="acts">
        {asked ? (
          <>
            <Do first disabled={confirm.isPending} onClick={() => confirm.mutate()}>
              {texts.moved.yes}
            </Do>
            <Do onClick={() => setAsked(false)}>{texts.moved.no}</Do>
          </>
        ) : (
          <Do needs="run the service" onClick={() => setAsked(true)}>{texts.moved.open}</Do>
        )}
      </div>
    </div>
  );
}
