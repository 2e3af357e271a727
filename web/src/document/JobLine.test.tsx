import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import type { JobState } from "../api/client";
import { JobLine } from "./JobLine";
import type { useJob } from "./useJob";

type Work = ReturnType<typeof useJob>;

const job = (changes: Partial<JobState>): JobState => ({
  id: "j",
  kind: "band",
  revision: 3,
  state: "done",
  done: 500,
  of: 500,
  problem: "",
  band: null,
  front: null,
  ...changes,
});

function show(changes: Partial<Work>) {
  const work: Work = {
    job: null,
    stale: false,
    running: false,
    lost: false,
    start: vi.fn(),
    cancel: vi.fn(),
    ...changes,
  };
  render(<JobLine work={work} name="Draw the band" does="Takes a moment." />);
  return work;
}

test("before it is begun it says what it does", async () => {
  const work = show({});
  expect(screen.getByText("Takes a moment.")).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Draw the band" }));
  expect(work.start).toHaveBeenCalledOnce();
});

test("while it runs it says how far it is and can be stopped", async () => {
  const work = show({ running: true, job: job({ state: "running", done: 120 }) });
  expect(screen.getByRole("progressbar", { name: "Draw the band" }).getAttribute("aria-valuenow")).toBe("24");
  expect(screen.getByText("120 of 500")).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Stop" }));
  expect(work.cancel).toHaveBeenCalledOnce();
});

test.each([
  [{ job: job({}) }, "Takes a moment.", "Draw the band again"],
  [
    { job: job({}), stale: true },
    "The design has changed since; this is the answer for how it was.",
    "Draw the band again",
  ],
  [{ job: job({ state: "cancelled" }) }, "Stopped. Nothing was changed.", "Draw the band"],
  [{ job: job({ state: "failed", problem: "needs two whole years" }) }, "needs two whole years", "Draw the band"],
  [{ lost: true }, "The server did not answer. Try again.", "Draw the band"],
] as [Partial<Work>, string, string][])("afterwards it says how it ended: %#", (changes, words, button) => {
  show(changes);
  expect(screen.getByText(words)).toBeTruthy();
  expect(screen.getByRole("button", { name: button })).toBeTruthy();
});
