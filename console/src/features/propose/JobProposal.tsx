import { useQuery } from "@tanstack/react-query";
import { answer, api, type JobStory, type Schemas } from "../../api/client";
import { Loading } from "../../ui/Loading";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Proposal } from "./Proposal";

/** What was pointed at. */
export interface Asked {
  page: number;
  box: Schemas["Box"];
  text: string;
}

const OTHERS = 5;

/** How a rule may find what was pointed at in a job's document, tried on the last documents of its rule. */
export function JobProposal({ job, asked }: { job: JobStory; asked: Asked }) {
  const others = useQuery({
    queryKey: ["GET", "/jobs", { rule: job.rule, for: "proposals" }],
    queryFn: () => answer(api.GET("/api/v1/jobs", { params: { query: { rule: job.rule ?? "", order: "newest", limit: OTHERS + 1 } } })),
    enabled: job.rule !== undefined,
  });
  if (job.rule !== undefined && !others.isSuccess) return others.error === null ? <Loading /> : <ErrorMessage problem={others.error} />;
  const readable = (others.data?.jobs ?? []).filter(
    (other) => other.id !== job.id && other.hasOriginal && other.originalRemovedAt === undefined,
  );
  const documents = [{ job: job.id, page: asked.page, box: asked.box }, ...readable.slice(0, OTHERS).map((other) => ({ job: other.id }))];
  return <Proposal documents={documents} here={job.id} />;
}
