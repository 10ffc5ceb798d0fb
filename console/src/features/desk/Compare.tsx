import { useState } from "react";
import { PageView } from "../../ui/PageView";
import { at as moment } from "../../ui/time";
import { deskTexts } from "./texts";
import type { Field, Task } from "./useDesk";

interface CompareProps {
  task: Task;
  earlier: NonNullable<Task["earlier"]>;
  fields: (Field & { doubtful: boolean })[];
  page: number;
  onPage: (page: number) => void;
  chosen: number | undefined;
  onChoose: (place: number) => void;
}

/** A document that comes again beside what was filed of it: the same page, as large. */
export function Compare({ task, earlier, fields, page, onPage, chosen, onChoose }: CompareProps) {
  const [zoom, setZoom] = useState(0);
  const outputsOf = (output: string | undefined) => (output === undefined ? [] : [output]);
  return (
    <div className="pg two">
      <section aria-label={deskTexts.now}>
        <h3 className="note">{deskTexts.now}</h3>
        <PageView
          job={task.job}
          fields={fields}
          outputs={task.output === undefined ? [] : ["original", task.output]}
          page={page}
          onPage={onPage}
          chosen={chosen}
          onChoose={onChoose}
          zoom={zoom}
          onZoom={setZoom}
        />
      </section>
      <section aria-label={deskTexts.filedBefore(moment(earlier.at))}>
        <h3 className="note">{deskTexts.filedBefore(moment(earlier.at))}</h3>
        <PageView
          job={{ id: earlier.job, fileName: earlier.fileName, hasOriginal: true }}
          outputs={["original", ...outputsOf(earlier.output)]}
          first={earlier.output === undefined ? 0 : 1}
          page={page}
          onPage={onPage}
          zoom={zoom}
          onZoom={setZoom}
          keyless
        />
      </section>
    </div>
  );
}
