import { screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import type { Round } from "../../api/inUse";
import { answerCalls, renderInApp } from "../../testing/demo";
import { RoundPage } from "./RoundPage";

const round: Round = {
  stops: [
    {
      property_id: "a",
      name: "Upper Barn",
      place: "The ridge",
      jobs: [
        { name: "Clean gutters and outlets", on: "2026-11-20", late: true, licensed: "" },
        { name: "Lift the relief valves", on: "2026-12-03", late: false, licensed: "plumber" },
      ],
      from_last_km: null,
    },
    { property_id: "b", name: "Mill", place: "", jobs: [], from_last_km: 12.4 },
  ],
  stock: [{ name: "Sediment cartridge, 5 micron", sold: "3", stops: 2 }],
  straight_km: 12.4,
  without_position: 1,
  left_out: 2,
};

function open(answer: Round, at: string) {
  const calls = answerCalls({
    "GET /api/in-use": () => [
      200,
      { today: "2026-11-30", supplies: [{ units: "us" }], to_do: 0, of: 1, areas: ["Coast", "Hills"] },
    ],
    "GET /api/round": () => [200, answer],
  });
  renderInApp(<RoundPage />, at);
  return calls;
}

test("a round names its stops in order, what is done there, by whom, and what the van takes", async () => {
  const calls = open(round, "/round?area=Hills&until=2026-12-24");
  const stops = await screen.findByRole("region", { name: "Stops" });
  expect(within(stops).getByText("2 stops in Hills for what is due by 24 Dec 2026")).toBeTruthy();
  expect(
    within(stops)
      .getAllByRole("link")
      .map((link) => link.textContent),
  ).toEqual(["Upper Barn", "Mill"]);
  expect(within(stops).getByText("was due 20 Nov 2026")).toBeTruthy();
  expect(within(stops).getByText(/plumber/)).toBeTruthy();
  expect(within(stops).getByText(/7.7 miles from the last/)).toBeTruthy();
  expect(within(stops).getByText(/One stop has no position and comes last/)).toBeTruthy();
  expect(within(stops).getByText(/2 more with something due/)).toBeTruthy();
  const van = screen.getByRole("region", { name: "For the van" });
  expect(within(van).getByText("Sediment cartridge, 5 micron").parentElement!.textContent).toContain("3");
  expect(calls.at(-1)!.query.toString()).toBe("area=Hills&until=2026-12-24&units=us");
  await userEvent.selectOptions(screen.getByRole("combobox", { name: "Area" }), "Coast");
  expect(calls.at(-1)!.query.get("area")).toBe("Coast");
});

test("a round of nobody says why, and a day that is none is taken as the usual one", async () => {
  const none = { ...round, stops: [], stock: [], straight_km: 0, without_position: 0, left_out: 0 };
  const calls = open(none, "/round?until=soon");
  expect(await screen.findByText(/Nothing is due by/)).toBeTruthy();
  expect(calls.at(-1)!.query.get("until")).toMatch(/^\d{4}-\d{2}-\d{2}$/);
});
