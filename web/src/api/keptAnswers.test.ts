import "fake-indexeddb/auto";
import { QueryClient } from "@tanstack/react-query";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { Refused } from "./client";
import { forgetAnswers, keepAnswers, keptOr } from "./keptAnswers";

const KEY = ["property", "a"];
const unreached = () => Promise.reject(new TypeError("Failed to fetch"));
const refused = (status: number) => () =>
  Promise.reject(new Refused(status, { errors: [{ field: "sign-in", message: "no" }], revision: null }));
let cache: QueryClient;

/** Asks as a query does, and waits until it is kept. */
async function asked(key: readonly unknown[], answer: unknown) {
  await cache.fetchQuery({ queryKey: key, queryFn: () => keptOr(key, () => Promise.resolve(answer)) });
  await vi.waitFor(
    async () => {
      expect(await keptOr(key, unreached)).toEqual(answer);
    },
    { timeout: 5_000 },
  );
}

beforeEach(() => {
  cache = new QueryClient();
  keepAnswers(cache);
});
afterEach(async () => {
  cache.clear();
  await forgetAnswers();
});

test("what was answered is given again where the server cannot be reached", async () => {
  await asked(KEY, { name: "Fernlea" });
  expect(await keptOr(KEY, refused(503))).toEqual({ name: "Fernlea" });
  expect(await keptOr(KEY, refused(412))).toEqual({ name: "Fernlea" });
});

test("a refusal is a refusal: nothing old is shown to who may not see it, or in place of what was removed", async () => {
  await asked(KEY, { name: "Fernlea" });
  for (const status of [401, 403, 404, 500]) await expect(keptOr(KEY, refused(status))).rejects.toThrow(Refused);
});

test("what was never answered is not there, and what is not to be kept is not kept", async () => {
  await expect(keptOr(["property", "other"], unreached)).rejects.toThrow("Failed to fetch");
  await cache.fetchQuery({ queryKey: ["job", "1"], queryFn: () => Promise.resolve({ done: 1 }) });
  await asked(KEY, 1); // by then the other would have been kept as well
  await expect(keptOr(["job", "1"], unreached)).rejects.toThrow("Failed to fetch");
});

test("after signing out nothing is given any more", async () => {
  await asked(KEY, { name: "Fernlea" });
  await forgetAnswers();
  await expect(keptOr(KEY, unreached)).rejects.toThrow("Failed to fetch");
});
