import { describe, expect, test } from "vitest";
import type { Document, Operation } from "../api/client";
import { demo } from "../testing/demo";
import { again, readdressed } from "./again";
import { movesRows, rowsOf } from "./rows";
import { added, late } from "./waiting";
import type { Waiting } from "./waiting";

const before = demo.document;
const ids = before.roofs.map(({ id }) => id);
/** The document after somebody else changed which roofs there are, or their order. */
const withRoofs = (...kept: number[]): Document => ({ ...before, roofs: kept.map((row) => before.roofs[row]!) });
const outlet = (row: number): Operation => ({ op: "replace", path: `/roofs/${row}/outlet_m`, value: 2.4 });
const moved = (operations: Operation[], after: Document) =>
  readdressed(operations, rowsOf(before, operations), after);

test("the rows that a change is about are known by their ids", () => {
  expect(rowsOf(before, [outlet(2), { op: "replace", path: "/household/residents", value: 3 }])).toEqual({
    "/roofs/2": ids[2],
  });
  expect(rowsOf(before, [{ op: "replace", path: "/household/guests/3", value: 1 }])).toEqual({});
});

describe("where a row before it was taken out", () => {
  const after = withRoofs(1, 2);

  test.each<[Operation, unknown]>([
    [outlet(2), { path: "/roofs/1/outlet_m", value: 2.4 }],
    [
      { op: "move", path: "/roofs/1/drains/0", from: "/roofs/2/drains/0" },
      { path: "/roofs/0/drains/0", from: "/roofs/1/drains/0" },
    ],
    [
      { op: "confirm", path: "/assumed", value: ["/roofs/2/outlet_m", "/ground/slope"] },
      {
        value: ["/roofs/1/outlet_m", "/ground/slope"],
      },
    ],
    [
      {
        op: "survey",
        path: "/levels",
        value: { instrument_m: 1.4, readings: [{ path: "/roofs/1/outlet_m", staff_m: 1 }] },
      },
      { value: { instrument_m: 1.4, readings: [{ path: "/roofs/0/outlet_m", staff_m: 1 }] } },
    ],
    [{ op: "remove", path: "/roofs/2" }, { path: "/roofs/1" }],
    [{ op: "add", path: "/roofs/-", value: {} }, { path: "/roofs/-" }],
  ])("%j is made on its own row", (operation, made) => {
    expect(moved([operation], after)).toMatchObject({ operations: [made] });
  });

  test("a change of the row itself says which is gone", () => {
    expect(moved([outlet(1), outlet(0)], after)).toEqual({ gone: ids[0] });
  });
});

test("where nothing moved, a change stays as it is", () => {
  const operations = [outlet(1), { op: "replace" as const, path: "/downpipes/0/screen_m", value: 1 }];
  expect(moved(operations, before)).toEqual({ operations });
});

test("what adds, takes out or moves a row says no more where the others are", () => {
  expect(movesRows([{ op: "remove", path: "/roofs/0" }])).toBe(true);
  expect(movesRows([{ op: "move", path: "/cistern/tanks/1", from: "/cistern/tanks/0" }])).toBe(true);
  expect(movesRows([{ op: "add", path: "/roofs/-", value: {} }, outlet(0)])).toBe(false);
  expect(movesRows([{ op: "replace", path: "/roofs/0", value: {} }])).toBe(false);
});

describe("readings that waited on a phone while a roof was taken out in the office", () => {
  const edit = (id: string, ...operations: Operation[]) => ({ edit_id: id, label: id, operations });
  const seen = { revision: 4, document: before };
  const office = { revision: 6, document: withRoofs(1, 2) };
  const waited = (...edits: ReturnType<typeof edit>[]) =>
    late(6)(edits.reduce<Waiting[]>((entries, each) => added(each, "p", seen)(entries), []));

  test("go to their own roofs; the one of the roof that is gone is set aside with its reason", () => {
    const entries = again(["a", "b"], office)(waited(edit("a", outlet(0)), edit("b", outlet(2))));
    expect(entries).toMatchObject([
      { edit_id: "a", state: "refused", problem: `${ids[0]}, which it is about, was taken out` },
      { edit_id: "b", state: "waiting", base: 6, operations: [{ path: "/roofs/1/outlet_m" }] },
    ]);
    // Once more, after another roof was put before it.
    const third = { revision: 7, document: withRoofs(0, 1, 2) };
    expect(again(["b"], third)(late(7)(entries))).toMatchObject([
      { state: "refused" },
      { state: "waiting", base: 7, operations: [{ path: "/roofs/2/outlet_m" }] },
    ]);
  });

  test("that were made on rows which a change before them moves stay where they were written", () => {
    const [, reading] = waited(edit("a", { op: "remove", path: "/roofs/0" }), edit("b", outlet(1)));
    expect(reading!.rows).toEqual({});
  });
});
