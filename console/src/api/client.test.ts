import { beforeAll, describe, expect, it, vi } from "vitest";

vi.stubGlobal("document", { baseURI: "http://127.0.0.1:8417/lectomen/" });

type Client = typeof import("./client");
let client: Client;
beforeAll(async () => {
  client = await import("./client");
});

const call = (data: unknown, error: unknown, status: number) =>
  Promise.resolve({ data, error, response: new Response(null, { status }) });

describe("the answer of a call", () => {
  it("is its data", async () => expect(await client.answer(call({ a: 1 }, undefined, 200))).toEqual({ a: 1 }));

  it("is nothing where there is nothing to say", async () => expect(await client.answer(call(undefined, undefined, 204))).toBeUndefined());

  it("is a problem in the service's own words", async () => {
    const refused = client.answer(call(undefined, { detail: "There is no job 1-9.", code: "no-such-job" }, 404));
    await expect(refused).rejects.toMatchObject({ status: 404, code: "no-such-job", message: "There is no job 1-9." });
  });

  it("names the parameter that is wrong", async () => {
    const refused = client.answer(call(undefined, { detail: "Too large.", code: "bad-request", parameter: "limit" }, 400));
    await expect(refused).rejects.toMatchObject({ parameter: "limit" });
  });

  it("is a problem also where the service said nothing that can be read", async () => {
    await expect(client.answer(call(undefined, "<html>", 502))).rejects.toMatchObject({ status: 502, code: "", message: "The service answered with 502." });
    await expect(client.answer(call(undefined, null, 500))).rejects.toBeInstanceOf(client.Problem);
  });
});

describe("calls", () => {
  async function sent(method: "GET" | "POST") {
    const requests: Request[] = [];
    vi.stubGlobal("fetch", (request: Request) => {
      requests.push(request);
      return Promise.resolve(new Response("{}", { headers: { "Content-Type": "application/json" } }));
    });
    await (method === "GET" ? client.api.GET("/api/v1/status") : client.api.POST("/api/v1/intake/pause"));
    return requests[0] ?? expect.fail("nothing was sent");
  }

  it("go below the path that the console lies at", async () =>
    expect((await sent("GET")).url).toBe("http://127.0.0.1:8417/lectomen/api/v1/status"));

  it("carry the proof only where they change something", async () => {
    client.prove("the-proof");
    expect((await sent("POST")).headers.get("X-Lectomen-Console")).toBe("the-proof");
    expect((await sent("GET")).headers.get("X-Lectomen-Console")).toBeNull();
    client.prove(undefined);
    expect(client.proof()).toBe("");
  });

  it("that nobody answers are a problem of their own", async () => {
    vi.stubGlobal("fetch", () => Promise.reject(new TypeError("refused")));
    await expect(client.api.GET("/api/v1/status")).rejects.toMatchObject({ status: 0, code: "away" });
  });
});
