import { afterEach, beforeAll, describe, expect, it, vi } from "vitest";

vi.stubGlobal("document", { baseURI: "http://127.0.0.1:8417/" });

/** A request that a test answers. */
class Scripted {
  static last: Scripted;
  readonly headers: Record<string, string> = {};
  readonly upload: { onprogress?: (event: { lengthComputable: boolean; loaded: number; total: number }) => void } = {};
  onload?: () => void;
  onerror?: () => void;
  status = 0;
  statusText = "";
  responseText = "";
  url = "";
  body: unknown;

  constructor() {
    Scripted.last = this;
  }
  open(_method: string, url: URL) {
    this.url = url.href;
  }
  setRequestHeader(name: string, value: string) {
    this.headers[name] = value;
  }
  send(body: unknown) {
    this.body = body;
  }
  answer(status: number, text: string, statusText = "") {
    Object.assign(this, { status, statusText, responseText: text });
    this.onload?.();
  }
}
vi.stubGlobal("XMLHttpRequest", Scripted);

type Sending = typeof import("./uploading");
let sending: Sending;
beforeAll(async () => {
  sending = await import("./uploading");
});

const FILE = { name: "plan & depth.pdf" } as File;
const WAY = { rule: "", hold: false, key: "k-1" };
const told: number[] = [];
const send = (way = WAY) => sending.send(FILE, way, "the-proof", (share) => told.push(share));
afterEach(() => told.splice(0));

describe("a file that is handed in", () => {
  it("goes under its name, with the proof and a key of its own", async () => {
    const sent = send();
    expect(Scripted.last.url).toBe("http://127.0.0.1:8417/api/v1/uploads?name=plan+%26+depth.pdf");
    expect(Scripted.last.headers).toEqual({
      "Content-Type": "application/octet-stream",
      "Idempotency-Key": "k-1",
      "X-Lectomen-Console": "the-proof",
    });
    expect(Scripted.last.body).toBe(FILE);
    Scripted.last.answer(202, '{"job": "1-17"}');
    expect(await sent).toBe("1-17");
  });

  it("goes to a rule, and is held, where that is wished", () => {
    void send({ rule: "permits", hold: true, key: "k" });
    expect(Scripted.last.url).toContain("&rule=permits&hold=true");
  });

  it("tells how far it is", () => {
    void send();
    Scripted.last.upload.onprogress?.({ lengthComputable: true, loaded: 25, total: 100 });
    Scripted.last.upload.onprogress?.({ lengthComputable: false, loaded: 50, total: 0 });
    expect(told).toEqual([0.25, 0]);
  });

  it("is refused in the service's words", async () => {
    const sent = send();
    Scripted.last.answer(507, '{"code": "disk-low", "detail": "The disk is too full."}');
    await expect(sent).rejects.toMatchObject({ status: 507, code: "disk-low", message: "The disk is too full." });
  });

  it("is refused also where nothing can be read of the answer", async () => {
    const sent = send();
    Scripted.last.answer(502, "<html>", "Bad Gateway");
    await expect(sent).rejects.toMatchObject({ status: 502, code: "", message: "Bad Gateway" });
    const odd = send();
    Scripted.last.answer(200, "{}", "OK");
    await expect(odd).rejects.toMatchObject({ status: 200 });
  });

  it("says when nobody answers", async () => {
    const sent = send();
    Scripted.last.onerror?.();
    await expect(sent).rejects.toMatchObject({ status: 0, code: "away" });
  });
});
