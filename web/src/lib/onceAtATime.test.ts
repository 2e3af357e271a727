import { expect, test, vi } from "vitest";
import { onceAtATime } from "./onceAtATime";

test("asked for while it is under way, it is done once more, however often, and all hear the last result", async () => {
  const ends: ((result: number) => void)[] = [];
  const work = vi.fn(() => new Promise<number>((end) => ends.push(end)));
  const send = onceAtATime(work);
  const asked = [send(), send(), send()];
  expect(work).toHaveBeenCalledTimes(1);
  ends[0]!(1);
  await vi.waitFor(() => expect(work).toHaveBeenCalledTimes(2));
  ends[1]!(2);
  expect(await Promise.all(asked)).toEqual([2, 2, 2]);
  expect(work).toHaveBeenCalledTimes(2);
});

test("what fails lets the next one be done", async () => {
  const work = vi.fn().mockRejectedValueOnce(new Error("no")).mockResolvedValue("done");
  const send = onceAtATime(work);
  await expect(send()).rejects.toThrow("no");
  expect(await send()).toBe("done");
});
