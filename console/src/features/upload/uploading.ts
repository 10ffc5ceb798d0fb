import { base, Problem } from "../../api/client";

/** How far a file is on its way in. */
export type Sending =
  | { status: "waits" }
  | { status: "sends"; share: number }
  | { status: "taken"; job: string }
  | { status: "refused"; why: string };

/** The target of an upload. @param rule empty for any rule that matches @param key of this one upload */
export interface Way {
  rule: string;
  hold: boolean;
  key: string;
}

/**
 * Sends a file, telling how far it is. Sent again under the same key, it makes no second job.
 *
 * @throws Problem if the service refuses it or can't be reached
 */
export function send(file: File, way: Way, proof: string, told: (share: number) => void): Promise<string> {
  const address = new URL("api/v1/uploads", base);
  address.searchParams.set("name", file.name);
  if (way.rule !== "") address.searchParams.set("rule", way.rule);
  if (way.hold) address.searchParams.set("hold", "true");
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open("POST", address);
    request.setRequestHeader("Content-Type", "application/octet-stream");
    request.setRequestHeader("Idempotency-Key", way.key);
    request.setRequestHeader("X-Lectomen-Console", proof);
    request.upload.onprogress = (event) => told(event.lengthComputable ? event.loaded / event.total : 0);
    request.onerror = () => reject(new Problem(0, "away", "The service does not answer."));
    request.onload = () => {
      const answer = read(request.responseText);
      if (request.status < 300 && typeof answer.job === "string") {
        resolve(answer.job);
      } else {
        reject(new Problem(request.status, text(answer.code), text(answer.detail) || request.statusText));
      }
    };
    request.send(file);
  });
}

function read(text: string): Record<string, unknown> {
  try {
    return JSON.parse(text) as Record<string, unknown>;
  } catch {
    return {};
  }
}

function text(value: unknown): string {
  return typeof value === "string" ? value : "";
}
