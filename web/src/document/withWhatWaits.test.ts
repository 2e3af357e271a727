import { expect, test } from "vitest";
import type { Operation } from "../api/client";
import { smallState } from "../testing/fakeServer";
import { added } from "./waiting";
import { withWhatWaits } from "./withWhatWaits";

const waiting = (...edits: Operation[][]) =>
  edits.flatMap((operations, at) =>
    added({ edit_id: `${at}`, label: "", operations }, "p", smallState({ revision: 1 }))([]),
  );
const replace = (path: string, value: unknown): Operation => ({ op: "replace", path, value });

test("what was typed is shown, in the order it was typed, and is assumed no more", () => {
  const before = smallState();
  const shown = withWhatWaits(
    before,
    waiting([replace("/cistern/fire_reserve_l", 5_000)], [replace("/cistern/fire_reserve_l", 6_000)]),
  );
  expect(shown.document.cistern.fire_reserve_l).toBe(6_000);
  expect(shown.document.assumed).toEqual([]);
  expect(before.document.cistern.fire_reserve_l).toBe(3_000);
  expect(shown.plan).toBe(before.plan);
});

test("what only the server can work out, what changes rows, or does not fit, leaves the rest as typed", () => {
  const shown = withWhatWaits(
    smallState(),
    waiting(
      [{ op: "resize", path: "/cistern", value: 90_000 }],
      [replace("/roofs/77/name", "None")],
      [{ op: "remove", path: "/roofs/0" }],
      [{ op: "add", path: "/roofs/-", value: { id: "new", name: "New" } }],
      [replace("/name", "Cove")],
    ),
  );
  expect(shown.document.name).toBe("Cove");
  expect(shown.document.roofs).toEqual(smallState().document.roofs);
});

test("what is confirmed, or written as a whole part, is assumed no longer", () => {
  const before = smallState();
  before.document.assumed = ["/pump/feed", "/pump/points", "/prices/tank_m3", "/levels/ground_m", "/pumps"];
  const confirm = { op: "confirm" as const, path: "/assumed", value: ["/pump", "/levels/ground_m"] };
  expect(withWhatWaits(before, waiting([confirm])).document.assumed).toEqual(["/prices/tank_m3", "/pumps"]);
  const prices = withWhatWaits(before, waiting([replace("/prices", before.document.prices)]));
  expect(prices.document.assumed).toEqual(["/pump/feed", "/pump/points", "/levels/ground_m", "/pumps"]);
});
