import { Link } from "react-router";
import { base, type JobStory } from "../../api/client";
import { texts } from "../../texts";
import { styleOf } from "../../ui/states";
import { at, atSecond, size } from "../../ui/time";
import { SettleEffect } from "./SettleEffect";
import { VerifyEffect } from "./VerifyEffect";

/** The effects, each beside its outcome. */
export function Effects({ effects }: { effects: JobStory["effects"] }) {
  return (
    <section className="pb-3">
      <div className="halves">
        <h2 className="part">{texts.job.meant}</h2>
        <h2 className="part">{texts.job.answered}</h2>
      </div>
      {effects.length === 0 && <p className="note">{texts.job.nothingOut}</p>}
      {effects.map((effect) => (
        <div key={effect.id} className="foil">
          <div className="meant">
            <h4>{effect.title}</h4>
            <span className="name">{effect.place ?? effect.connection}</span>
          </div>
          <div className={effect.receiptAt === undefined ? (effect.state === "in doubt" ? "got open" : "got dashed") : "got"}>
            {effect.receiptAt === undefined ? (
              <>
                <h4>{effect.state === "abandoned" ? "given up" : texts.job.noAnswer}</h4>
                <span>{effect.state === "in doubt" ? "" : (effect.reason?.words ?? "")}</span>
                {effect.nextTryAt !== undefined && <span> {texts.job.nextTry(at(effect.nextTryAt))}</span>}
                {effect.state === "in doubt" && <SettleEffect effect={effect.id} />}
              </>
            ) : (
              <>
                <h4>
                  {atSecond(effect.receiptAt)} {effect.answer ?? ""}
                </h4>
                {effect.reason !== undefined && <span>{effect.reason.words}</span>}
                {effect.older !== undefined && (
                  <span className="name">{texts.job.olderWentTo(effect.older)}</span>
                )}
                {effect.endedAt !== undefined ? <span>{texts.job.ended(at(effect.endedAt))}</span> : <VerifyEffect effect={effect.id} />}
              </>
            )}
          </div>
        </div>
      ))}
    </section>
  );
}

const ASKS_PEOPLE = new Set(["review", "approve"]);

/** What people are asked about the document, and the proof of what they decided. */
export function People({ job }: { job: JobStory }) {
  if (!job.steps.some((step) => ASKS_PEOPLE.has(step.word))) return null;
  const waits = job.state === "needs-review" || job.state === "awaiting-approval";
  return (
    <section className="pb-1">
      <h2 className="part">{texts.job.people}</h2>
      <p>
        {waits && <Link to={`/desk?job=${job.id}`}>{texts.job.onDesk}</Link>} <a href={new URL(`api/v1/jobs/${job.id}/evidence/file`, base).href}>{texts.job.evidence}</a>
      </p>
    </section>
  );
}

/** The stored files of the document, and links to its history. */
export function StoredFiles({ job }: { job: JobStory }) {
  return (
    <section className="pb-1">
      <h2 className="part">{texts.job.thereIs}</h2>
      <dl className="outs">
        <dt>received as</dt>
        <dd className="name">{job.fileName}</dd>
        <dt>original</dt>
        <dd>
          {job.originalRemovedAt !== undefined ? (
            texts.job.removed(at(job.originalRemovedAt))
          ) : job.hasOriginal ? (
            <a className="link" href={new URL(`api/v1/jobs/${job.id}/original`, base).href}>
              {texts.job.asCame(size(job.size))}
            </a>
          ) : (
            texts.job.asCame(size(job.size))
          )}
        </dd>
        {job.places.map((place) => (
          <Entry key={place} term="filed">
            <span className="name">{place}</span>
          </Entry>
        ))}
        {job.outputs
          .filter((output) => output.name !== "original" && (output.name !== "main" || job.outputs.some((one) => one.name === "original")))
          .map((output) => (
            <Entry key={output.name} term={texts.job.output(output.name)}>
              <a className="link" href={new URL(`api/v1/jobs/${job.id}/outputs/${encodeURIComponent(output.name)}`, base).href}>
                {output.type}, {size(output.size)}
              </a>
            </Entry>
          ))}
        {job.sidecar !== undefined && (
          <Entry term={texts.job.dataFile}>
            <span className="name">{job.sidecar}</span>
          </Entry>
        )}
        <Relatives term={texts.job.together} jobs={job.cameInWith} />
        <Relatives term={texts.job.cameOfIt} jobs={job.cameOfIt} />
        <Relatives term={texts.job.part} jobs={job.parts} />
        {job.partOf !== undefined && (
          <Entry term={texts.job.madeFrom}>
            <Link className="link" to={`/jobs/${job.partOf.job}`}>
              {texts.job.partOf(job.partOf.job, job.partOf.number)}
            </Link>
          </Entry>
        )}
        {job.resultOf !== undefined && (
          <Entry term="is">
            <Link className="link" to={`/jobs/${job.resultOf}`}>
              {texts.job.resultOf(job.resultOf)}
            </Link>
          </Entry>
        )}
        <dt>priority</dt>
        <dd>{texts.job.priority(job.priority)}</dd>
        <dt>job</dt>
        <dd className="name">{job.id}</dd>
      </dl>
      <details>
        <summary className="part">
          {texts.job.ledger}, {texts.job.entries(job.ledger.length)}
        </summary>
        <ol className="note pb-2">
          {job.ledger.map((entry) => (
            <li key={entry.seq}>
              {atSecond(entry.at)} <span className="name">{entry.event}</span> {entry.principal}
            </li>
          ))}
        </ol>
      </details>
    </section>
  );
}

function Relatives({ term, jobs }: { term: string; jobs: JobStory["cameInWith"] }) {
  return (
    <>
      {jobs.map((one) => (
        <Entry key={one.id} term={term}>
          <Link className="link" to={`/jobs/${one.id}`}>
            {one.fileName}
          </Link>{" "}
          <span className="note">{styleOf(one.state).word}</span>
        </Entry>
      ))}
    </>
  );
}

function Entry({ term, children }: { term: string; children: React.ReactNode }) {
  return (
    <>
      <dt>{term}</dt>
      <dd>{children}</dd>
    </>
  );
}
