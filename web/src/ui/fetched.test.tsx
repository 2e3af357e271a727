import { act, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { fetched } from "./fetched";

beforeEach(() => {
  vi.useFakeTimers({ shouldAdvanceTime: true });
});
afterEach(() => {
  vi.useRealTimers();
});

const Sheet = ({ name }: { name: string }) => <h1>{name}</h1>;

test("what is fetched is shown, with what it is handed", async () => {
  const Part = fetched(async () => Sheet);
  render(<Part name="Rain" />);
  expect(screen.getByRole("status").textContent).toBe("Opening.");
  expect(await screen.findByRole("heading", { name: "Rain" })).toBeTruthy();
});

test("without a connection it says so, is tried again, and takes nothing else away", async () => {
  const load = vi.fn().mockRejectedValueOnce(new TypeError("Failed to fetch")).mockResolvedValue(Sheet);
  const Part = fetched<{ name: string }>(load);
  render(
    <>
      <p>what is open</p>
      <Part name="Ground" />
    </>,
  );
  expect(await screen.findByText(/No connection/)).toBeTruthy();
  expect(screen.getByText("what is open")).toBeTruthy();
  await act(() => vi.advanceTimersByTimeAsync(3_100));
  expect(await screen.findByRole("heading", { name: "Ground" })).toBeTruthy();
  expect(load).toHaveBeenCalledTimes(2);
});

test("once one part is open the others are fetched, so that they open without a connection", async () => {
  const later = vi.fn().mockResolvedValue(Sheet);
  const Later = fetched<{ name: string }>(later);
  const First = fetched(async () => Sheet, { thenTheRest: true });
  const page = render(<First name="First" />);
  await screen.findByRole("heading", { name: "First" });
  await act(() => vi.advanceTimersByTimeAsync(1_500));
  expect(later).toHaveBeenCalledTimes(1);
  page.rerender(<Later name="Later" />);
  expect(screen.getByRole("heading", { name: "Later" })).toBeTruthy();
  expect(later).toHaveBeenCalledTimes(1);
});

test("a part that is left fetches no more of the others, and the next one that is open goes on", async () => {
  let arrives = () => {};
  const slow = vi.fn(() => new Promise<typeof Sheet>((done) => (arrives = () => done(Sheet))));
  fetched<{ name: string }>(slow);
  const last = vi.fn().mockResolvedValue(Sheet);
  fetched<{ name: string }>(last);
  const First = fetched(async () => Sheet, { thenTheRest: true });
  const page = render(<First name="First" />);
  await screen.findByRole("heading", { name: "First" });
  await act(() => vi.advanceTimersByTimeAsync(1_500));
  expect(slow).toHaveBeenCalledTimes(1);
  page.unmount();
  arrives();
  await vi.advanceTimersByTimeAsync(500);
  expect(last).not.toHaveBeenCalled();
  render(<First name="First" />);
  await act(() => vi.advanceTimersByTimeAsync(1_500));
  expect(slow).toHaveBeenCalledTimes(1);
  expect(last).toHaveBeenCalledTimes(1);
});

test("what works unseen is fetched once the first view stands, and says nothing meanwhile", async () => {
  const load = vi.fn().mockResolvedValue(Sheet);
  const Part = fetched<{ name: string }>(load, { quietly: true });
  const page = render(<Part name="Unseen" />);
  expect(page.container.textContent).toBe("");
  expect(load).not.toHaveBeenCalled();
  await act(() => vi.advanceTimersByTimeAsync(1_100));
  expect(await screen.findByRole("heading", { name: "Unseen" })).toBeTruthy();
});
