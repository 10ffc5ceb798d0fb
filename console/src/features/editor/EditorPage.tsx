import { useQuery } from "@tanstack/react-query";
import { useParams, useSearchParams } from "react-router";
import { answer, api } from "../../api/client";
import { useJob } from "../../api/queries";
import { Loading } from "../../ui/Loading";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { begin } from "./draft";
import { Editor } from "./Editor";
import { useRuleVocabulary } from "./vocabulary";
import { ofJob, type TrialDocument } from "./trialDocument";

const LAST_JOBS = 5;

function Waiting({ error }: { error: Error | null }) {
  return (
    <main className="editor">
      <ErrorMessage problem={error} />
      {error === null && <Loading />}
    </main>
  );
}

/** A rule that there is, to be changed beside its samples and the last documents that it took. */
export function EditorPage() {
  const { id = "" } = useParams();
  const { known, error } = useRuleVocabulary();
  const rule = useQuery({
    queryKey: ["GET", "/rules", id, "to edit"],
    queryFn: async () => {
      const call = await api.GET("/api/v1/rules/{id}", { params: { path: { id } } });
      return { story: await answer(Promise.resolve(call)), tag: call.response.headers.get("ETag") ?? "" };
    },
    staleTime: Infinity,
  });
  const latest = useQuery({
    queryKey: ["GET", "/jobs", { rule: id, for: "editing" }],
    queryFn: () => answer(api.GET("/api/v1/jobs", { params: { query: { rule: id, order: "newest", limit: LAST_JOBS } } })),
    staleTime: Infinity,
  });
  const kept = useQuery({
    queryKey: ["GET", "/rules", id, "samples"],
    queryFn: () => answer(api.GET("/api/v1/rules/{id}/samples", { params: { path: { id } } })),
  });
  if (rule.data === undefined || known === undefined || latest.data === undefined || kept.data === undefined) {
    return <Waiting error={rule.error ?? error ?? latest.error ?? kept.error} />;
  }
  const samples: TrialDocument[] = kept.data.samples.map((sample) => ({ id: sample.sha256, name: sample.name, isJob: false }));
  const jobs = latest.data.jobs.filter((job) => job.hasOriginal && job.originalRemovedAt === undefined).map(ofJob);
  return (
    <Editor
      key={id}
      name={id}
      id={id}
      before={rule.data.story.text}
      now={rule.data.story.text}
      tag={rule.data.tag}
      known={known}
      own={[...samples, ...jobs]}
      samples={new Set(samples.map((sample) => sample.id))}
    />
  );
}

/** A new rule for an unmatched document. */
export function RuleOfJob() {
  const [search] = useSearchParams();
  const { known, error } = useRuleVocabulary();
  const job = useJob(search.get("job") ?? "");
  if (job.data === undefined || known === undefined) return <Waiting error={job.error ?? error} />;
  return (
    <Editor
      key={job.data.id}
      name={`of ${job.data.id}`}
      before={begin(job.data.fileName, known.connections[0] ?? "archive")}
      known={known}
      own={[ofJob(job.data)]}
      samples={new Set()}
    />
  );
}
