import type { JobStory } from "../../api/client";
import { texts } from "../../texts";
import { Shape, StateWord } from "../../ui/State";
import { STATIONS, stationOf } from "../../ui/states";
import { atSecond, size, some } from "../../ui/time";

const PEOPLE = 3;

/** The job's stations with their times: past, present and still to come. */
export function JobLine({ job }: { job: JobStory }) {
  const here = stationOf(job);
  const first = job.steps.find((step) => step.generation === job.steps.at(-1)?.generation);
  const lastStep = job.steps.at(-1);
  const receipts = job.effects.filter((effect) => effect.receiptAt !== undefined && effect.endedAt === undefined);
  const out = receipts.at(-1)?.receiptAt;
  const moments = [job.createdAt, first?.beganAt, lastStep?.endedAt, undefined, out, job.state === "filed" ? job.changedAt : undefined];
  const details = [
    `${size(job.size)}${job.subfolder === "" ? "" : `, in ${job.subfolder}`}`,
    job.rule === undefined ? (job.steps.some((step) => step.word === "file by hand") ? texts.job.byHand : "") : `${job.rule}, v ${job.ruleVersion ?? ""}`,
    job.steps.length === 0 ? "" : `${some(job.fields.length, "field", "fields")}`,
    "not needed",
    job.effects.length === 0 ? "" : `${receipts.length} of ${some(job.effects.length, "receipt", "receipts")}`,
    "",
  ];
  return (
    <ol className="line" aria-label="Progress">
      {STATIONS.map((station, place) => {
        const state = place < here ? (place === PEOPLE ? "over" : "") : place === here ? "at" : "to";
        const moment = moments[place];
        return (
          <li key={station} className={state} aria-current={place === here ? "step" : undefined}>
            {place === here && <Shape state={job.state} />}
            <b>{station}</b>{" "}
            {place === here && job.state !== "filed" ? <StateWord job={job} /> : moment !== undefined && place < here ? atSecond(moment) : ""}
            {place === here && moment !== undefined && ` ${atSecond(moment)}`}
            <span className="note">{place <= here ? details[place] : "not yet"}</span>
          </li>
        );
      })}
    </ol>
  );
}
