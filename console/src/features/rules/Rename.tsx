import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { answer, api, type Problem, type Rule } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Panel } from "../../ui/Panel";
import { lastOf } from "../../ui/FileName";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** Gives the rule another name, and its folder with it where that is named as the rule is. */
export function Rename({ rule, onClose }: { rule: Rule; onClose: () => void }) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const own = rule.folders.find((folder) => lastOf(folder) === rule.id);
  const [to, setTo] = useState(rule.id);
  const [withFolder, setWithFolder] = useState(own !== undefined);
  const rename = useMutation<Rule, Problem>({
    mutationFn: () =>
      answer(
        api.POST("/api/v1/rules/{id}/rename", { params: { path: { id: rule.id }, query: { to, folder: withFolder } } }),
      ),
    onSuccess: (renamed) => {
      onClose();
      void navigate(`/rules/${encodeURIComponent(renamed.id)}`);
    },
    // Nothing is requested under the old name any more.
    onSettled: () => queries.invalidateQueries({ predicate: (query) => !query.queryKey.includes(rule.id) }),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    rename.mutate();
  };
  return (
    <Panel title={texts.rules.renameTitle(rule.id)} onClose={onClose}>
      <form onSubmit={submit}>
        <label className="field">
          <span className="part">{texts.rules.newName}</span>
          <input value={to} autoFocus onChange={(event) => setTo(event.target.value)} />
          <span className="note">{texts.rules.newNameHint}</span>
        </label>
        {own !== undefined && (
          <label className="say accept">
            <input type="checkbox" checked={withFolder} onChange={(event) => setWithFolder(event.target.checked)} />
            {texts.rules.folderToo(own)}
          </label>
        )}
        <ErrorMessage problem={rename.error} />
        <div className="acts">
          <Do first type="submit" disabled={to === rule.id || to === "" || rename.isPending}>
            {texts.rules.rename}
          </Do>
        </div>
      </form>
    </Panel>
  );
}
