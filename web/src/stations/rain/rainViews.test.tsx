import type { UseQueryResult } from "@tanstack/react-query";
import { fireEvent, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { dayName, monthName, parseDay } from "../../lib/dates";
import { MISSING, yearSpans } from "../../lib/days";
import { rain as rainWords } from "../../lib/units";
import { demo, renderInApp, renderOnDemo } from "../../testing/demo";
import { paintable } from "../../testing/painted";
import { DaysView } from "./DaysView";
import { YearsView } from "./YearsView";

const rain = demo.plan.rain!;
const spans = yearSpans(rain);
const days = spans.reduce((sum, span) => sum + span.days, 0);
const whole = rain.years.map((year, row) => ({ year, row })).filter(({ year }) => year.whole);
const ranked = [...whole].sort((one, other) => one.year.total_mm - other.year.total_mm);
const driest = ranked[0]!.row;
const wettest = ranked.at(-1)!.row;
/** A millimetre on every day. */
const even = () => new Uint16Array(days).fill(10);

function years(change: Partial<Parameters<typeof YearsView>[0]> = {}) {
  const pickYear = vi.fn();
  renderInApp(
    <YearsView
      rain={rain}
      tenths={even()}
      yearRow={driest}
      leanRow={driest}
      units="metric"
      pickYear={pickYear}
      {...change}
    />,
  );
  return pickYear;
}

/** The lines of a drawing, each as its points. */
const lines = (name: RegExp) =>
  [...screen.getByRole("img", { name }).querySelectorAll('path[fill="none"]')]
    .map((path) => [...path.getAttribute("d")!.matchAll(/(-?[\d.]+)[ ,](-?[\d.]+)/g)].map(([, x, y]) => [+x!, +y!]))
    .filter((points) => points.length > 10);

test("each whole year has a line that ends as high as its rain adds up, without the missing days", () => {
  const tenths = even();
  // A hundred days of the driest year are missing.
  tenths.fill(MISSING, spans[driest]!.first, spans[driest]!.first + 100);
  years({ tenths, yearRow: wettest });
  const drawn = lines(/growing sum/);
  // Beside the lines of all years those of the chosen, the lean and the two outermost once more, on top.
  expect(drawn.length).toBeGreaterThanOrEqual(whole.length + 2);
  const ends = drawn.slice(0, whole.length).map((points) => points.at(-1)![1]!);
  const foot = drawn[0]![0]![1]!;
  const perMm = (foot - ends[whole.findIndex(({ row }) => row === wettest)]!) / spans[wettest]!.days;
  const dry = ends[whole.findIndex(({ row }) => row === driest)]!;
  expect((foot - dry) / perMm).toBeCloseTo(spans[driest]!.days - 100, 0);
});

test("the chosen year, the lean one and the outermost are named at their ends", () => {
  const other = ranked[Math.floor(ranked.length / 2)]!.row;
  years({ yearRow: other });
  const drawing = within(screen.getByRole("img", { name: /growing sum/ }));
  for (const row of [other, driest, wettest]) expect(drawing.getByText(rain.years[row]!.label)).toBeTruthy();
  expect(drawing.getByText(rain.years[other]!.label).getAttribute("font-weight")).toBe("650");
  expect(drawing.getByText(rain.years[wettest]!.label).getAttribute("font-weight")).toBeNull();
});

test("before the days have come there is no line, and the lists stand already", () => {
  years({ tenths: null });
  expect(lines(/growing sum/)).toHaveLength(0);
  expect(screen.getByRole("region", { name: "Years from the driest, listed" })).toBeTruthy();
});

test("the six driest years are listed with their longest dry spell, and one is picked", async () => {
  const pickYear = years({ yearRow: ranked[1]!.row });
  const rows = within(screen.getByRole("region", { name: "Years from the driest, listed" })).getAllByRole("button");
  expect(rows).toHaveLength(6);
  rows.forEach((row, at) => {
    const { year } = ranked[at]!;
    expect(row.textContent).toContain(rainWords(year.total_mm, "metric"));
    const from = dayName(parseDay(year.dry_spell_start!)).replace(/ \d{4}$/, "");
    expect(row.textContent).toContain(`${year.label}${year.dry_spell_days} dry days from ${from}`);
  });
  expect(within(rows[1]!).getByText(ranked[1]!.year.label).className).toBe("font-bold");
  expect(within(rows[0]!).getByText(ranked[0]!.year.label).className).toBe("");
  await userEvent.click(rows[2]!);
  expect(pickYear.mock.calls).toEqual([[ranked[2]!.row]]);
});

test("each driest twelve months says its month, its rain and its share of the mean year", () => {
  years({ units: "us", rain: { ...rain, driest: [{ ...rain.driest[0]!, share_of_mean: null }, rain.driest[1]!] } });
  const rows = within(screen.getByRole("region", { name: "Driest twelve months" })).getAllByRole("listitem");
  expect(rows.map((row) => row.textContent)).toEqual(
    rain.driest.slice(0, 2).map(({ start, total_mm, share_of_mean }, at) => {
      const share = at ? `${Math.round(share_of_mean! * 100)} %` : "";
      return `from ${monthName(Number(start.slice(5, 7)))} ${start.slice(0, 4)}${rainWords(total_mm, "us")}${share}`;
    }),
  );
});

const asked = (change: object = {}) => ({ isError: false, refetch: vi.fn(), ...change }) as unknown as UseQueryResult;

function daysView(query: UseQueryResult, tenths: Uint16Array | null) {
  renderOnDemo(
    <DaysView
      rain={rain}
      query={query}
      tenths={tenths}
      yearRow={driest}
      leanRow={driest}
      units="metric"
      pickYear={vi.fn()}
    />,
  );
}

test("days that could not be fetched say so, and are asked for again", async () => {
  const query = asked({ isError: true });
  daysView(query, null);
  expect(await screen.findByText(/The days could not be fetched/)).toBeTruthy();
  expect(screen.queryByRole("img", { name: /every recorded day/ })).toBeNull();
  await userEvent.click(screen.getByRole("button", { name: "Try again" }));
  expect(query.refetch).toHaveBeenCalledOnce();
});

test("a day that is pointed at says its rain, or that it is missing", async () => {
  const tenths = even();
  tenths[0] = MISSING;
  daysView(asked(), tenths);
  const picture = await screen.findByRole("region", { name: "Every recorded day" });
  const days = within(picture).getByRole("application");
  const read = () => picture.querySelector("[aria-live]")!.textContent;
  const first = (day: number) => dayName(parseDay(`${rain.years[0]!.start.slice(0, 8)}0${day}`));
  for (let row = driest; row > 0; row--) fireEvent.keyDown(days, { key: "ArrowUp" });
  expect(read()).toBe(`${first(1)}: missing`);
  fireEvent.keyDown(days, { key: "ArrowRight" });
  expect(read()).toBe(`${first(2)}: 1.0 mm`);
});

test("the months and the years stand in tables, what the record cannot say as a dash", async () => {
  daysView(asked(), even());
  await userEvent.click(await screen.findByText("Months and years as tables"));
  const [months, everyYear] = screen.getAllByRole("table");
  const january = rain.months.find(({ month }) => month === 1)!;
  const cells = within(within(months!).getByRole("row", { name: /^Jan/ })).getAllByRole("cell");
  expect(cells.map((cell) => cell.textContent)).toEqual(
    [january.mean_mm, january.median_mm, january.p10_mm, january.p90_mm].map((mm) =>
      mm === null ? "–" : rainWords(mm, "metric"),
    ),
  );
  expect(within(everyYear!).getAllByRole("row")).toHaveLength(rain.years.length + 1);
});

test("a day is painted the darker the more it rained, and a missing one in a colour of its own", async () => {
  const painted = paintable();
  const tenths = even();
  // In tenths of a millimetre: the limits are 0.05, 1, 5, 12 and 25 mm.
  [0, 1, 9, 10, 49, 50, 119, 120, 249, 250, 900, MISSING].forEach(
    (each, day) => (tenths[spans[1]!.first + day] = each),
  );
  daysView(asked(), tenths);
  await screen.findByRole("region", { name: "Every recorded day" });
  const none = 0xf4efe2;
  expect(painted.rows).toHaveLength(rain.years.length);
  expect(painted.rows[1]!.slice(spans[1]!.offset, spans[1]!.offset + 12)).toEqual([
    none, 0xd3e5e8, 0xd3e5e8, 0x9cc6d6, 0x9cc6d6, 0x3a8cb2, 0x3a8cb2, 0x125b83, 0x125b83, 0x0b3a57, 0x0b3a57, 0xd08f22,
  ]); // prettier-ignore
});

test("before the days have come every one is painted as dry", async () => {
  const painted = paintable();
  daysView(asked(), null);
  await screen.findByRole("region", { name: "Every recorded day" });
  expect(new Set(painted.rows.flat().filter((colour) => colour >= 0))).toEqual(new Set([0xf4efe2]));
});
