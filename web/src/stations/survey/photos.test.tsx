import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import { photoBoxOf } from "../../document/photos/photoBox";
import { NotTaken, resized } from "../../document/photos/resized";
import { putIn } from "../../document/photos/usePhotoBox";
import { demo, lastOperations, renderOnDemo } from "../../testing/demo";
import { Toasts } from "../../ui/Toasts";
import { SurveySheet } from "./SurveySheet";

vi.mock("../../document/photos/resized", async (real) => ({ ...(await real<object>()), resized: vi.fn() }));
const jpeg = new Uint8Array([0xff, 0xd8]).buffer;
const route = demo.plan.survey.items.find(({ key }) => key === "road/route")!;
const box = photoBoxOf(demo.id);
const taking = async (...names: string[]) =>
  fireEvent.change(await screen.findByLabelText(`Photos of: ${route.asks}`), {
    target: { files: names.map((name) => new File(["x"], name)) },
  });

afterEach(async () => {
  for (const { key } of box.entries()) await box.remove(key);
});

function withPhotos(...of: string[]) {
  const state = structuredClone(demo);
  of.forEach((each, at) => {
    state.document.photos[`photo-${at}`] = { of: each, by: "Ana", on: "2026-11-29", arrows: [] };
  });
  return state;
}

test("a photo is kept in this browser, then named in the document, and whoever sends it hears of it", async () => {
  vi.mocked(resized).mockResolvedValue(jpeg);
  const heard = vi.fn();
  const stop = putIn.subscribe(heard);
  const calls = renderOnDemo(<SurveySheet />);
  await taking("yard.jpg");
  await waitFor(() => expect(lastOperations(calls)).toHaveLength(1));
  const [key] = box.entries().map((each) => each.key);
  expect(lastOperations(calls)).toEqual([
    {
      op: "add",
      path: `/photos/${key}`,
      value: { of: "road/route", by: "", on: expect.stringMatching(/^\d{4}-\d\d-\d\d$/) as string, arrows: [] },
    },
  ]);
  expect(box.entries()).toMatchObject([{ property: demo.id, problem: null }]);
  expect(heard).toHaveBeenCalledTimes(1);
  stop();
});

test("of several files one that is none is said by its name, and the others are taken", async () => {
  vi.mocked(resized).mockImplementation((file) =>
    (file as File).name === "words.jpg"
      ? Promise.reject(new NotTaken("cannot be read as a picture"))
      : Promise.resolve(jpeg),
  );
  const calls = renderOnDemo(
    <>
      <SurveySheet />
      <Toasts />
    </>,
  );
  await taking("a.jpg", "words.jpg", "b.jpg");
  expect(await screen.findByText("words.jpg cannot be read as a picture.")).toBeTruthy();
  await waitFor(() => expect(box.entries()).toHaveLength(2));
  await waitFor(() => expect(calls.filter(({ path }) => path.endsWith("/edits"))).toHaveLength(2));
});

test("photos stand beside what they prove and open in full", async () => {
  renderOnDemo(<SurveySheet />, withPhotos("road/route", "road/route", "ground/slope"));
  await screen.findByRole("button", { name: `Photo 1 of 2: ${route.asks}` });
  fireEvent.click(screen.getByRole("button", { name: `Photo 2 of 2: ${route.asks}` }));
  const dialog = within(await screen.findByRole("dialog", { name: route.asks }));
  expect(dialog.getByRole("img", { name: route.asks }).getAttribute("src")).toMatch(/photos\/photo-1$/);
  fireEvent.click(dialog.getByRole("button", { name: "Close" }));
  await waitFor(() => expect(screen.queryByRole("dialog")).toBeNull());
});

test("a photo of what is not asked any more is not lost", async () => {
  renderOnDemo(<SurveySheet />, withPhotos("roofs/old-shed/outlet_m", "road/route", "permits/building"));
  const others = within(await screen.findByRole("region", { name: "Photos of what is not asked any more" }));
  expect(others.getByText("Outlet of old-shed")).toBeTruthy();
  expect(others.getAllByRole("button")).toHaveLength(1);
});

test("before you leave, the photos that are asked for and not taken are counted", async () => {
  const asked = demo.plan.survey.items.filter(({ photo, state }) => photo && state !== "left_out");
  renderOnDemo(<SurveySheet />, withPhotos(asked[0]!.key, asked[0]!.key), "/?view=leave");
  const still = within(await screen.findByRole("region", { name: "Photos still to take" }));
  expect(still.getByRole("heading").textContent).toContain(`Photos still to take, ${asked.length - 1}`);
  expect(still.getAllByRole("listitem")).toHaveLength(asked.length - 1);
  expect(still.queryByText(asked[0]!.asks)).toBeNull();
});

test("an owner is not asked for photos", async () => {
  renderOnDemo(<SurveySheet />, withPhotos("road/route"), "/", {
    "GET /api/who": () => [200, { asked: true, name: "Olm", role: "owner", property_id: demo.id }],
  });
  await screen.findByRole("button", { name: /^Photo 1 of 1/ });
  await waitFor(() => expect(screen.queryByRole("button", { name: /^Photo of:/ })).toBeNull());
});
