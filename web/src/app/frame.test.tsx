import { cleanup, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { unpackDays } from "../lib/days";
import { buried, demo, renderOnDemo } from "../testing/demo";
import { Fall } from "./Fall";
import { flowsOf } from "../document/flows";
import { Verdict } from "./Verdict";
import { YearStrip } from "./YearStrip";

const { plan } = demo;
const days = unpackDays(demo.daily!);

function FallHere({ goTo }: { goTo: (stage: string) => void }) {
  return <Fall stage="cistern" goTo={goTo} />;
}

test("the fall shows every station with its figure and its status, and leads there", async () => {
  const goTo = vi.fn();
  renderOnDemo(<FallHere goTo={goTo} />);
  const list = await screen.findByRole("navigation", { name: "Stations" });
  for (const station of plan.stations) {
    const button = within(list).getByRole("button", { name: new RegExp(`^${station.name}`) });
    expect(within(button).getByRole("img").getAttribute("aria-label")).toBe(
      {
        settled: "settled",
        decide: "to decide",
        caution: "caution",
        fails: "fails",
      }[station.status],
    );
    expect(button.textContent).toContain(station.headline);
  }
  expect(
    within(list)
      .getByRole("button", { name: /^Cistern/ })
      .getAttribute("aria-current"),
  ).toBe("page");
  await userEvent.click(within(list).getByRole("button", { name: /^Roofs/ }));
  expect(goTo).toHaveBeenCalledWith("roofs");
});

test("which of several designs is open leads to all of them; a property with one says nothing of it", async () => {
  const state = structuredClone(demo);
  state.alternatives = state.alternatives.slice(0, 1);
  renderOnDemo(<FallHere goTo={vi.fn()} />, state);
  await screen.findByRole("navigation", { name: "Stations" });
  expect(screen.queryByTitle("All alternatives")).toBeNull();
  cleanup();
  const other = { id: "other", name: "A", standing: "main", verdict: "" } as const;
  state.alternatives = [other, { ...other, id: state.id, name: "Trucks", standing: "open" }];
  renderOnDemo(<FallHere goTo={vi.fn()} />, state);
  const link = await screen.findByTitle("All alternatives");
  expect([link.textContent, link.getAttribute("href")]).toEqual(["Trucks, of 2", `/p/${state.id}/alternatives`]);
});

test("a supply as it was found says so, also where it is alone", async () => {
  const state = structuredClone(demo);
  state.document.audit.as_found = true;
  state.alternatives = state.alternatives.slice(0, 1);
  renderOnDemo(<FallHere goTo={vi.fn()} />, state);
  expect((await screen.findByTitle("All alternatives")).textContent).toBe("A, as found");
});

test("the flows are the means of the counted years and the lean year", () => {
  const flows = flowsOf(plan)!;
  const lean = plan.cistern!.years[plan.cistern!.lean_year]!;
  expect(flows.inflow.lean).toBe(lean.inflow_l);
  expect(flows.inflow.mean).toBeGreaterThan(flows.inflow.lean);
  expect(flows.spilled.lean).toBe(lean.spilled_l);
  // What reaches the tank is what the roofs bring less what screens and first flush take.
  const taken = plan.first_flush.figures["lost_l_year"]!.value!;
  expect(flows.inflow.mean / (plan.roofs.figures["harvest_l_year"]!.value! - taken)).toBeCloseTo(1, 3);
  expect(flows.tightestShare).toBeCloseTo(7_000 / 86_000);
  expect(flowsOf({ ...plan, cistern: null })).toBeNull();
});

function StripHere({ row, pickYear, of = true }: { row: number; pickYear: (row: number) => void; of?: boolean }) {
  return <YearStrip days={days} yearRow={row} pickYear={pickYear} throughTheYear={of} />;
}

test("under a sheet that is not about the year the strip is one line, until it is opened, and is left as it was", async () => {
  const lean = plan.cistern!.lean_year;
  renderOnDemo(<StripHere row={lean} pickYear={vi.fn()} of={false} />);
  expect((await screen.findByTestId("strip-year")).textContent).toBe("1990–91, the lean year");
  expect(screen.getByText(/577 mm of rain, dry 8 days/)).toBeTruthy();
  expect(screen.queryByRole("slider", { name: "Year" })).toBeNull();
  const button = screen.getByRole("button", { name: "Show the year" });
  expect(button.getAttribute("aria-expanded")).toBe("false");
  await userEvent.click(button);
  expect(await screen.findByRole("slider", { name: "Year" })).toBeTruthy();
  cleanup();
  renderOnDemo(<StripHere row={lean} pickYear={vi.fn()} of={false} />);
  expect(await screen.findByRole("slider", { name: "Year" })).toBeTruthy();
  cleanup();
  renderOnDemo(<StripHere row={lean} pickYear={vi.fn()} />);
  await userEvent.click(await screen.findByRole("button", { name: "Fold the year" }));
  expect(screen.queryByRole("slider", { name: "Year" })).toBeNull();
});

test("the strip names the year, its rain and its dry days", async () => {
  const lean = plan.cistern!.lean_year;
  renderOnDemo(<StripHere row={lean} pickYear={vi.fn()} />);
  expect((await screen.findByTestId("strip-year")).textContent).toBe("1990–91, the lean year");
  expect(screen.getByText(/577 mm of rain, dry 8 days/)).toBeTruthy();
  expect(screen.getByText("dry 8 days")).toBeTruthy();
});

test("a shortage over the turn of the water year is named in both years, as the verdict has it in one", async () => {
  const { cistern } = buried.plan;
  const lean = cistern!.lean_year;
  const drawn = unpackDays(buried.daily!);
  const strip = (row: number) => <YearStrip days={drawn} yearRow={row} pickYear={vi.fn()} throughTheYear={false} />;
  renderOnDemo(strip(lean), buried);
  expect((await screen.findByText("2025–26")).parentElement!.textContent).toMatch(
    /dry 22 days, and on into 2025–26$/,
  );
  cleanup();
  renderOnDemo(strip(lean + 1), buried);
  expect((await screen.findByText("2024–25")).parentElement!.textContent).toMatch(
    /dry \d+ days, begun in 2024–25, part year$/,
  );
  cleanup();
  renderOnDemo(strip(lean - 1), buried);
  await screen.findByTestId("strip-year");
  expect(screen.queryByText(/and on into|begun in/)).toBeNull();
  expect(buried.plan.verdict_parts.caveat).toContain(`${cistern!.shortages[0]!.days} dry days from 7 Feb 2025`);
});

test("the strip says how many days of a year are short as often as the replay has them", () => {
  const { years } = plan.rain!;
  let first = 0;
  years.forEach((year, row) => {
    let short = 0;
    for (let day = first; day < first + year.days; day++) short += Number(days.isShort(day));
    expect(short).toBe(plan.cistern!.years[row]!.short_days);
    first += year.days;
  });
});

test("another year is picked with the keyboard, and the lean year is a word away", async () => {
  const pickYear = vi.fn();
  renderOnDemo(<StripHere row={0} pickYear={pickYear} />);
  const slider = await screen.findByRole("slider", { name: "Year" });
  slider.focus();
  await userEvent.keyboard("{ArrowRight}");
  expect(pickYear).toHaveBeenLastCalledWith(1);
  await userEvent.click(screen.getByRole("button", { name: "lean year" }));
  expect(pickYear).toHaveBeenLastCalledWith(plan.cistern!.lean_year);
});

test("without rain the strip says what it will show", async () => {
  renderOnDemo(<StripHere row={0} pickYear={vi.fn()} />, {
    ...demo,
    plan: { ...plan, rain: null, cistern: null },
    daily: null,
  });
  expect(await screen.findByText(/Drawn here once there is a rain record/)).toBeTruthy();
});

function VerdictHere() {
  return <Verdict openGlossary={vi.fn()} openHelp={vi.fn()} openJump={vi.fn()} />;
}

test("the verdict is the plan's, with what moved in front of its caveat", async () => {
  renderOnDemo(<VerdictHere />, { ...demo, moved: "2 fewer dry days", can_undo: true });
  const header = await screen.findByRole("banner");
  expect(header.textContent).toContain(plan.verdict_parts.answer);
  expect(header.textContent).toContain("Than before: 2 fewer dry days.");
  expect(screen.getByRole("button", { name: "Undo" }).hasAttribute("disabled")).toBe(false);
  expect(screen.getByRole("button", { name: "Redo" }).hasAttribute("disabled")).toBe(true);
});
