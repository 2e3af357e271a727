import { act, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { demo, lastOperations, renderOnDemo } from "../testing/demo";
import { Leaving, leaveSheet } from "../testing/leaving";
import { DayEntry } from "./DayEntry";
import { NameEntry } from "./NameEntry";

const NAME = <NameEntry label="Here" path="/roofs/0/name" value="House" />;
const DAY = <DayEntry label="Here" path="/household/away/0/from_day" value="06-30" />;

test.each([
  ["a name", NAME, "Barn", "/roofs/0/name", "Barn"],
  ["a name given up", NAME, "Barn{Escape}", "", null],
  ["no name", NAME, " ", "", null],
  ["a day", DAY, "1 Aug", "/household/away/0/from_day", "08-01"],
  ["a day given up", DAY, "1 Aug{Escape}", "", null],
  ["no day", DAY, "soon", "", null],
])("%s that is typed, and the sheet left before the field is", async (_, entry, text, path, value) => {
  const calls = renderOnDemo(<Leaving>{entry}</Leaving>, demo);
  const field = await screen.findByRole("textbox", { name: "Here" });
  await userEvent.clear(field);
  await userEvent.type(field, text);
  act(() => leaveSheet());
  await new Promise((done) => setTimeout(done, 30));
  expect(lastOperations(calls)).toEqual(value && [{ op: "replace", path, value }]);
  expect(calls.filter((call) => call.path.endsWith("/edits"))).toHaveLength(value ? 1 : 0);
});

test.each([
  ["a name", NAME, "Barn"],
  ["a day", DAY, "1 Aug"],
])("%s is kept once where Enter and leaving come one after the other", async (_, entry, text) => {
  const calls = renderOnDemo(<Leaving>{entry}</Leaving>, demo);
  const field = await screen.findByRole("textbox", { name: "Here" });
  await userEvent.clear(field);
  await userEvent.type(field, `${text}{Enter}`);
  await userEvent.tab();
  act(() => leaveSheet());
  await new Promise((done) => setTimeout(done, 30));
  expect(calls.filter((call) => call.path.endsWith("/edits"))).toHaveLength(1);
});
