import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { base, type JobStory } from "../../api/client";
import { type JobDeed, useConnections, useJob, useJobDeed } from "../../api/queries";
import { type KeyDeed, useKeys } from "../../keys";
import { useMay } from "../../permissions";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Panel } from "../../ui/Panel";
import { Loading } from "../../ui/Loading";
import { FileForm } from "../../ui/FileForm";
import { AnnotatedName, lastOf, letterOf } from "../../ui/FileName";
import { MovedFolder } from "../../ui/MovedFolder";
import { PageView } from "../../ui/PageView";
import { RefusedJobs } from "../../ui/RefusedJobs";
import { styleOf } from "../../ui/states";
import { at } from "../../ui/time";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { actionsFor } from "../../ui/jobActions";
import { type Asked, JobProposal } from "../propose/JobProposal";
import { Contacts } from "./Contacts";
import { Fields } from "./Fields";
import { JobLine } from "./JobLine";
import { Notes } from "./Notes";
import { Effects, People, StoredFiles } from "./Proof";
import { Steps } from "./Steps";

/** One job: its page, what was found and done, and the proof of what went out. */
export function JobPage() {
  const { id = "" } = useParams();
  const { data: job, error } = useJob(id);
  if (job === undefined) {
    return (
      <main className="job">
        <ErrorMessage problem={error} />
        {error === null && <Loading />}
      </main>
    );
  }
  return <Story job={job} />;
}

const SHOWN = new Set(["pdf", "tiff", "jpeg", "png", "gif", "bmp"]);

/** The original and the outputs that have pages; undefined where there is only the original. */
function outputsOf(job: JobStory) {
  const made = job.outputs.filter((output) => output.name !== "original" && SHOWN.has(output.type)).map((output) => output.name);
  const changed = job.outputs.some((output) => output.name === "original");
  return changed || made.length > 1 ? ["original", ...made.filter((name) => changed || name !== "main")] : [];
}

const ELSEWHERE = "destination.elsewhere";

/** The destination that a job waits for because it is on another disk or share than before. */
function MovedDestination({ job }: { job: JobStory }) {
  const { data: connections } = useConnections();
  const waitsFor = job.effects.find((effect) => effect.reason?.code === ELSEWHERE)?.connection;
  const folder = connections?.connections.find((one) => one.name === waitsFor)?.address;
  return folder === undefined ? null : <MovedFolder folder={folder} />;
}

/** The states from which a person may have the document filed by hand. */
const BY_HAND = new Set(["unmatched", "failed", "rejected", "held", "cancelled"]);

function Story({ job }: { job: JobStory }) {
  const navigate = useNavigate();
  const deed = useJobDeed();
  const [chosen, setChosen] = useState<number>();
  const [page, setPage] = useState(job.fields.find((field) => field.page > 0)?.page ?? 1);
  const [filing, setFiling] = useState(false);
  const [asked, setAsked] = useState<Asked>();
  const choose = (field: number) => {
    setChosen(field);
    const on = job.fields[field]?.page;
    if (on !== undefined && on > 0) setPage(on);
  };
  const may = useMay();
  const mayHandle = may("handle documents");
  const ways = actionsFor(job, mayHandle);
  const act = (what: JobDeed) => deed.mutate({ deed: what, ids: [job.id] });
  const original = new URL(`api/v1/jobs/${job.id}/original`, base).href;
  const hasOriginal = job.hasOriginal && job.originalRemovedAt === undefined;
  const mayFile = mayHandle && job.originalRemovedAt === undefined && BY_HAND.has(job.state);
  const mayMakeRule = may("write rules") && job.state === "unmatched" && hasOriginal;
  const makeRule = () => void navigate(`/new-rule?job=${job.id}`);
  const keys: KeyDeed[] = [
    { keys: ["Escape"], words: texts.key.back, act: () => void navigate(-1), shown: true },
    ...ways.map((way) => ({ keys: [way.key], words: way.words.toLowerCase(), act: () => act(way.deed), shown: true })),
    ...(mayMakeRule
      ? [{ keys: ["m"], words: texts.editor.open.toLowerCase(), act: makeRule, shown: true }]
      : []),
    ...(mayFile ? [{ keys: ["b"], words: texts.key.byHand, act: () => setFiling(true), shown: true }] : []),
    { keys: [","], words: `${texts.key.page} ←`, act: () => setPage(Math.max(1, page - 1)) },
    { keys: ["."], words: texts.key.page, act: () => setPage(page + 1), caps: [",", "."], shown: true },
    ...job.fields.map((field, place) => ({
      keys: [`f ${letterOf(place)}`],
      words: `${texts.key.field}: ${field.name}`,
      act: () => choose(place),
    })),
    ...(hasOriginal ? [{ keys: ["o"], words: texts.key.original, act: () => window.location.assign(original), shown: true }] : []),
  ];
  useKeys(keys);
  const place = job.places[0];
  const reasonTone = styleOf(job.state).tone;
  return (
    <main className="job">
      <div className="top">
        <AnnotatedName
          name={place === undefined ? job.fileName : lastOf(place)}
          fields={place === undefined ? [] : job.fields}
          endingWords={texts.job.ending}
          chosen={chosen}
          onChoose={choose}
        />
        <span className="acts">
          {hasOriginal && (
            <a className="do" href={original}>
              {texts.job.original}
            </a>
          )}
          {mayMakeRule && (
            <Do cap="m" onClick={makeRule}>
              {texts.editor.open}
            </Do>
          )}
          {mayFile && (
            <Do cap="b" onClick={() => setFiling(true)}>
              {texts.file.open}
            </Do>
          )}
          {ways.map((way, order) => (
            <Do key={way.deed} first={order === 0 && job.state !== "filed"} cap={way.key} onClick={() => act(way.deed)}>
              {way.words}
            </Do>
          ))}
        </span>
      </div>
      <JobLine job={job} />
      <div className="pg">
        <PageView job={job} fields={job.fields} outputs={outputsOf(job)} page={page} onPage={setPage} chosen={chosen} onChoose={choose} onPropose={(on, box, text) => setAsked({ page: on, box, text })} />
      </div>
      <div className="mid">
        <Fields fields={job.fields} unbound={job.unbound} chosen={chosen} onChoose={choose} />
        <Steps job={job} />
      </div>
      <div className="proof">
        <ErrorMessage problem={deed.error} />
        <RefusedJobs done={deed.data} />
        {job.reason !== undefined && (
          <div className={`why ${reasonTone === "fault" ? "fault" : reasonTone === "doubt" ? "" : "calm"}`}>
            <p className="say">{job.reason.words}</p>
            {job.nextTryAt !== undefined && <p className="note">{texts.job.nextTry(at(job.nextTryAt))}</p>}
            {job.rule !== undefined && <Contacts rule={job.rule} />}
          </div>
        )}
        {job.reason?.code === ELSEWHERE && <MovedDestination job={job} />}
        {job.progress !== undefined && (
          <p className="why calm say" role="status">
            {texts.job.progress(job.progress.doing, job.progress.done, job.progress.of)}
          </p>
        )}
        {job.holdWanted && <p className="why calm say">{texts.job.holdWanted}</p>}
        <Effects effects={job.effects} />
        <People job={job} />
        <StoredFiles job={job} />
        <Notes job={job} mayWrite={mayHandle} />
      </div>
      {asked !== undefined && (
        <Panel title={texts.propose.title(asked.text)} beside onClose={() => setAsked(undefined)}>
          <JobProposal job={job} asked={asked} />
        </Panel>
      )}
      {filing && (
        <Panel title={texts.file.title(1)} onClose={() => setFiling(false)}>
          <FileForm jobs={[job]} onDone={() => setFiling(false)} />
        </Panel>
      )}
    </main>
  );
}
