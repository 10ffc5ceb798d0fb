import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link } from "react-router";
import { proof } from "../../api/client";
import { useRules } from "../../api/queries";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Panel } from "../../ui/Panel";
import { FileName } from "../../ui/FileName";
import { size } from "../../ui/time";
import { type Sending, send } from "./uploading";

interface UploadProps {
  files: File[];
  onMore: (files: File[]) => void;
  onClose: () => void;
}

/** Uploads: to one rule, or to any rule that matches; with the progress of each file. */
export function Upload({ files, onMore, onClose }: UploadProps) {
  const [rule, setRule] = useState("");
  const [hold, setHold] = useState(false);
  const [sendings, setSendings] = useState<Sending[]>([]);
  const rules = useRules();
  const queries = useQueryClient();
  const picker = useRef<HTMLInputElement>(null);
  const keys = useRef<string[]>([]);
  const busy = sendings.some((sending) => sending.status === "sends");
  const left = files.filter((_, at) => sendings[at]?.status !== "taken");

  const set = (at: number, sending: Sending) =>
    setSendings((before) => {
      const after = [...before];
      after[at] = sending;
      return after;
    });

  const sendAll = async () => {
    for (const [at, file] of files.entries()) {
      if (sendings[at]?.status === "taken") continue;
      keys.current[at] ??= crypto.randomUUID();
      set(at, { status: "sends", share: 0 });
      try {
        const way = { rule, hold, key: keys.current[at] ?? "" };
        const job = await send(file, way, proof(), (share) => set(at, { status: "sends", share }));
        set(at, { status: "taken", job });
      } catch (refused) {
        set(at, { status: "refused", why: (refused as Error).message });
      }
    }
    await queries.invalidateQueries();
  };

  return (
    <Panel title={texts.handIn.title} onClose={onClose}>
      <p className="say py-2">
        {texts.handIn.give}
        <Choice
          label={texts.jobs.columns.rule}
          value={rule}
          options={[
            { value: "", words: texts.handIn.anyRule },
            ...(rules.data?.rules ?? []).filter((one) => one.state === "live").map((one) => ({ value: one.id, words: one.id })),
          ]}
          onChoose={setRule}
        />
        {texts.handIn.and}
        <Choice
          label={texts.job.hold}
          value={hold ? "hold" : "go"}
          options={[
            { value: "go", words: texts.handIn.go },
            { value: "hold", words: texts.handIn.hold },
          ]}
          onChoose={(chosen) => setHold(chosen === "hold")}
        />
        .
      </p>
      <ul className="list">
        {files.map((file, at) => (
          <FileLine key={`${file.name}.${at}`} file={file} sending={sendings[at] ?? { status: "waits" }} />
        ))}
      </ul>
      <div className="acts">
        <Do first disabled={busy || left.length === 0} onClick={() => void sendAll()}>
          {texts.handIn.send(left.length)}
        </Do>
        <Do disabled={busy} onClick={() => picker.current?.click()}>
          {texts.handIn.choose}
        </Do>
        <input
          ref={picker}
          type="file"
          multiple
          hidden
          aria-label={texts.handIn.choose}
          onChange={(event) => onMore([...(event.target.files ?? [])])}
        />
      </div>
    </Panel>
  );
}

function FileLine({ file, sending }: { file: File; sending: Sending }) {
  const said = {
    waits: "",
    sends: sending.status === "sends" ? `${Math.round(100 * sending.share)} %` : "",
    taken: texts.handIn.taken,
    refused: sending.status === "refused" ? sending.why : "",
  }[sending.status];
  return (
    <li>
      <span />
      <span className="min-w-0">
        <FileName name={file.name} />
        <span className={sending.status === "refused" ? "note c-fault" : "note"}>
          {size(file.size)} {said}
        </span>
      </span>
      {sending.status === "taken" && (
        <Link className="link" to={`/jobs/${sending.job}`}>
          {texts.job.look}
        </Link>
      )}
    </li>
  );
}
