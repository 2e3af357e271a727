import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { useSearch } from "wouter";
import { AtAddress } from "../testing/demo";
import { Views } from "./Views";

const views = [
  { key: "days", name: "Every day", body: <p>the days</p> },
  { key: "tanks", name: "The tanks", body: <p>the tanks</p> },
];

function Address() {
  return <p data-testid="address">{useSearch()}</p>;
}

const show = (at: string) =>
  render(
    <AtAddress at={at}>
      <Views label="Parts" views={views} />
      <Address />
    </AtAddress>,
  );

test("the first part is open, and another one that is chosen stands in the address beside the year", async () => {
  show("/?year=1993");
  expect(screen.getByText("the days")).toBeTruthy();
  await userEvent.click(screen.getByRole("tab", { name: "The tanks" }));
  expect(screen.getByText("the tanks")).toBeTruthy();
  expect(screen.getByTestId("address").textContent).toBe("year=1993&view=tanks");
  await userEvent.click(screen.getByRole("tab", { name: "Every day" }));
  expect(screen.getByTestId("address").textContent).toBe("year=1993");
});

test("a part of another sheet in the address opens the first", () => {
  show("/?view=spells");
  expect(screen.getByRole("tab", { name: "Every day" }).getAttribute("aria-selected")).toBe("true");
});

test("arrow keys move between the parts, Enter opens one", async () => {
  show("/");
  screen.getByRole("tab", { name: "Every day" }).focus();
  await userEvent.keyboard("{ArrowRight}");
  expect(screen.getByText("the days")).toBeTruthy();
  await userEvent.keyboard("{Enter}");
  expect(screen.getByText("the tanks")).toBeTruthy();
});
