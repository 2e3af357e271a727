import { beforeEach, expect, test, vi } from "vitest";
import { alone } from "./otherTabs";

type Work = () => Promise<void>;

/** Locks as in a browser: one at a time, and no longer waited for once that is given up. */
class Locks {
  private turn: Promise<unknown> = Promise.resolve();
  request = (_: string, { signal }: LockOptions, work: Work) => {
    const given = this.turn.then(() => signal?.throwIfAborted()).then(work);
    this.turn = given.catch(() => undefined);
    const over = new Promise<never>((_, reject) =>
      signal?.addEventListener("abort", () => reject(new DOMException("given up", "AbortError"))),
    );
    return Promise.race([given, over]);
  };
}

beforeEach(() => {
  vi.useFakeTimers();
  Object.defineProperty(navigator, "locks", { configurable: true, value: new Locks() });
  return () => {
    Reflect.deleteProperty(navigator, "locks");
    vi.useRealTimers();
  };
});

test("what two tabs do is done one after the other", async () => {
  const done: string[] = [];
  const work = (tab: string) => async () => {
    done.push(`${tab} begins`);
    await new Promise((go) => setTimeout(go, 1_000));
    done.push(`${tab} ends`);
  };
  const both = [alone("outbox", work("one")), alone("outbox", work("other"))];
  await vi.advanceTimersByTimeAsync(2_500);
  await Promise.all(both);
  expect(done).toEqual(["one begins", "one ends", "other begins", "other ends"]);
});

test("a tab that hangs holds the others back for no longer than twenty seconds", async () => {
  void alone("outbox", () => new Promise(() => {}));
  const work = vi.fn(() => Promise.resolve());
  const other = alone("outbox", work);
  await vi.advanceTimersByTimeAsync(19_000);
  expect(work).not.toHaveBeenCalled();
  await vi.advanceTimersByTimeAsync(2_000);
  await other;
  expect(work).toHaveBeenCalledTimes(1);
});

test("work that fails is not done a second time", async () => {
  const work = vi.fn(() => Promise.reject(new Error("no storage")));
  await expect(alone("outbox", work)).rejects.toThrow("no storage");
  expect(work).toHaveBeenCalledTimes(1);
});

test("a page without locks does its work at once", async () => {
  Reflect.deleteProperty(navigator, "locks");
  const work = vi.fn(() => Promise.resolve());
  await alone("outbox", work);
  expect(work).toHaveBeenCalledTimes(1);
});
