import { screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { demo, lastOperations, renderOnDemo } from "../testing/demo";
import { InUse } from "./InUse";

test("what is in use all year is taken out of use for the winter, by two days that can be changed", async () => {
  const calls = renderOnDemo(<InUse what="The store" path="/cistern/out_of_use" value={null} />, demo);
  await userEvent.click(await screen.findByRole("button", { name: /^When The store is in use/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: /^out of use/ }));
  const [operation] = lastOperations(calls) as { path: string; value: { first: string; last: string } }[];
  expect(operation!.path).toBe("/cistern/out_of_use");
  expect(operation!.value).toEqual({ first: "11-01", last: "03-31" });
});

test("its days are entered where they stand, and it can be in use all year again", async () => {
  const season = { first: "11-01", last: "04-15" };
  const calls = renderOnDemo(<InUse what="The store" path="/cistern/out_of_use" value={season} />, demo);
  const day = await screen.findByRole("textbox", { name: "First day on which The store is out of use" });
  await userEvent.clear(day);
  await userEvent.type(day, "15 oct{Enter}");
  expect(lastOperations(calls)).toMatchObject([{ path: "/cistern/out_of_use/first", value: "10-15" }]);
  await userEvent.click(screen.getByRole("button", { name: /^When The store is in use/ }));
  await userEvent.click(
    within(await screen.findByRole("menu")).getByRole("menuitemradio", { name: "in use all year" }),
  );
  expect(lastOperations(calls)).toMatchObject([{ path: "/cistern/out_of_use", value: null }]);
});
