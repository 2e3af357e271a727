import { screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { demo, lastOperations, renderOnDemo } from "../testing/demo";
import { AssumedHere } from "./AssumedHere";

function withAssumed(assumed: string[]) {
  const state = structuredClone(demo);
  state.plan.stations.find((each) => each.stage === "pump")!.assumed = assumed;
  return state;
}

test("a sheet says how much of it nobody entered, and a press confirms all of it and nothing else", async () => {
  const calls = renderOnDemo(<AssumedHere stage="pump" />, withAssumed(["/pump/foot_valve", "/site/frost_depth_m"]));
  expect((await screen.findByRole("region", { name: "Assumed so far" })).textContent).toContain("2 values of Pump");
  await userEvent.dblClick(screen.getByRole("button", { name: "Confirm all of them as they stand" }));
  expect(lastOperations(calls)).toEqual([
    { op: "confirm", path: "/assumed", value: ["/pump/foot_valve", "/site/frost_depth_m"] },
  ]);
  expect(calls.filter(({ path }) => path.endsWith("/edits"))).toHaveLength(1);
});

test("one value is spoken of as one, and a sheet without any says nothing", async () => {
  renderOnDemo(
    <>
      <AssumedHere stage="pump" />
      <AssumedHere stage="ground" />
    </>,
    withAssumed(["/pump/foot_valve"]),
  );
  expect(await screen.findByRole("button", { name: "Confirm it as it stands" })).toBeTruthy();
  expect(screen.getAllByRole("region")).toHaveLength(1);
});
