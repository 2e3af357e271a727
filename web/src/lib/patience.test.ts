import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { Patience } from "./patience";

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

/** A line on which nothing comes back. */
const silence = (signal: AbortSignal) =>
  new Promise<string>((_, reject) => signal.addEventListener("abort", () => reject(new Error("given up"))));

/** How long a silent line is waited for, in seconds. */
async function waited(patience: Patience) {
  let ended = false;
  const asked = patience.withIt(silence).catch(() => (ended = true));
  let seconds = 0;
  for (; !ended; seconds++) await vi.advanceTimersByTimeAsync(1_000);
  await asked;
  return seconds;
}

test("silence is waited for twice as long each time, up to two minutes, until something answers", async () => {
  const patience = new Patience();
  const times = [];
  for (let time = 0; time < 5; time++) times.push(await waited(patience));
  expect(times).toEqual([15, 30, 60, 120, 120]);
  await expect(patience.withIt(() => Promise.resolve("kept"))).resolves.toBe("kept");
  expect(await waited(patience)).toBe(15);
});

test("an answer that comes in time is taken, and a refusal is no silence", async () => {
  const patience = new Patience();
  const slow = patience.withIt(() => new Promise((done) => setTimeout(() => done("late"), 14_000)));
  await vi.advanceTimersByTimeAsync(14_000);
  await expect(slow).resolves.toBe("late");
  await expect(patience.withIt(() => Promise.reject(new Error("refused")))).rejects.toThrow("refused");
  expect(await waited(patience)).toBe(15);
});

test("what is given up on purpose does not make the next wait longer", async () => {
  const patience = new Patience();
  const asked = patience.withIt(silence);
  patience.giveUp();
  await expect(asked).rejects.toThrow("given up");
  patience.giveUp(); // nothing is under way
  expect(await waited(patience)).toBe(15);
});
