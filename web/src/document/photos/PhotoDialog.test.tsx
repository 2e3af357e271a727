import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { demo, lastOperations, renderOnDemo } from "../../testing/demo";
import type { Arrow, Photo } from "./MarkedPhoto";
import { PhotoDialog } from "./PhotoDialog";

const ARROW: Arrow = { from_x: 0.2, from_y: 0.4, to_x: 0.6, to_y: 0.5, words: "2.4 m" };

function opened(arrows: Arrow[] = [ARROW], more = {}) {
  const photo: Photo = { of: "road/route", by: "Ana", on: "2026-11-29", arrows };
  const state = structuredClone(demo);
  state.document.photos = { "yard-1": photo };
  const close = vi.fn();
  const calls = renderOnDemo(
    <PhotoDialog of="The truck's route" photoKey="yard-1" photo={photo} close={close} />,
    state,
    "/",
    more,
  );
  return { calls, close };
}
const kept = async (calls: ReturnType<typeof renderOnDemo>, ...operations: unknown[]) =>
  waitFor(() => expect(lastOperations(calls)).toEqual(operations));

test("shows the picture, by whom and when it was taken, and what was measured", async () => {
  opened();
  const dialog = within(await screen.findByRole("dialog", { name: "The truck's route" }));
  expect(dialog.getByText("29 Nov 2026 by Ana")).toBeTruthy();
  expect(dialog.getByRole("img").getAttribute("src")).toBe(`/api/properties/${demo.id}/photos/yard-1`);
  expect(dialog.getByText("2.4 m")).toBeTruthy();
  const lines = document.querySelectorAll("line");
  expect(["x1", "y1", "x2", "y2"].map((name) => lines[0]!.getAttribute(name))).toEqual(["20%", "40%", "60%", "50%"]);
});

test("an arrow is added, its measure written, and it is taken out", async () => {
  const { calls } = opened();
  fireEvent.click(await screen.findByRole("button", { name: "Add an arrow with a measure" }));
  await kept(calls, { op: "add", path: "/photos/yard-1/arrows/-", value: expect.objectContaining({ words: "" }) });
  const words = screen.getByRole("textbox", { name: "Measure at arrow 1" });
  fireEvent.change(words, { target: { value: " 2.45 m " } });
  fireEvent.blur(words);
  await kept(calls, { op: "replace", path: "/photos/yard-1/arrows/0", value: { ...ARROW, words: "2.45 m" } });
  fireEvent.click(screen.getByRole("button", { name: "Take out arrow 1" }));
  await kept(calls, { op: "remove", path: "/photos/yard-1/arrows/0" });
});

test("words that are given up, or the same, are not sent", async () => {
  const { calls } = opened();
  const words = await screen.findByRole("textbox", { name: "Measure at arrow 1" });
  fireEvent.change(words, { target: { value: "9 m" } });
  fireEvent.keyDown(words, { key: "Escape" });
  expect((words as HTMLInputElement).value).toBe("2.4 m");
  fireEvent.change(words, { target: { value: "2.4 m " } });
  fireEvent.blur(words);
  expect(lastOperations(calls)).toBeNull();
});

test("an end is dragged, within the picture, and kept when it is let go", async () => {
  const { calls } = opened();
  const head = await screen.findByRole("button", { name: /^Head of arrow 1/ });
  head.setPointerCapture = vi.fn();
  head.parentElement!.getBoundingClientRect = () => ({ left: 100, top: 50, width: 400, height: 200 }) as DOMRect;
  fireEvent.pointerMove(head, { clientX: 0, clientY: 0 }); // not taken up: nothing moves
  expect(head.style.left).toBe("60%");
  fireEvent.pointerDown(head, { pointerId: 1 });
  fireEvent.pointerMove(head, { clientX: 300, clientY: 100 });
  expect([head.style.left, head.style.top]).toEqual(["50%", "25%"]);
  expect(lastOperations(calls)).toBeNull();
  fireEvent.pointerUp(head, { clientX: 900, clientY: 10 });
  await kept(calls, { op: "replace", path: "/photos/yard-1/arrows/0", value: { ...ARROW, to_x: 1, to_y: 0 } });
  fireEvent.pointerUp(head, { clientX: 300, clientY: 100 });
  expect(calls.filter(({ path }) => path.endsWith("/edits"))).toHaveLength(1);
});

test("an end is moved with the arrow keys", async () => {
  const { calls } = opened();
  const foot = await screen.findByRole("button", { name: /^Foot of arrow 1/ });
  fireEvent.keyDown(foot, { key: "ArrowRight" });
  fireEvent.keyDown(foot, { key: "ArrowUp" });
  fireEvent.keyUp(foot, { key: "ArrowUp" });
  await kept(calls, {
    op: "replace",
    path: "/photos/yard-1/arrows/0",
    value: { ...ARROW, from_x: 0.21, from_y: 0.39 },
  });
});

test("twenty arrows are enough; a photo that is taken out closes", async () => {
  const { calls, close } = opened(Array.from({ length: 20 }, () => ARROW));
  const add = await screen.findByRole<HTMLButtonElement>("button", { name: "Add an arrow with a measure" });
  expect(add.disabled).toBe(true);
  fireEvent.click(screen.getByRole("button", { name: "Take the photo out" }));
  await kept(calls, { op: "remove", path: "/photos/yard-1" });
  expect(close).toHaveBeenCalledTimes(1);
});

test("a picture that is not here says so in its place", async () => {
  opened([]);
  fireEvent.error(await screen.findByRole("img"));
  expect(screen.getByRole("img").textContent).toContain("the picture is not here");
});

test("an owner looks and changes nothing", async () => {
  opened([ARROW], { "GET /api/who": () => [200, { asked: true, name: "Olm", role: "owner", property_id: demo.id }] });
  expect(await screen.findByText("2.4 m")).toBeTruthy();
  await waitFor(() => expect(screen.queryByRole("button", { name: "Take the photo out" })).toBeNull());
  expect(screen.queryByRole("textbox")).toBeNull();
});
