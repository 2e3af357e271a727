import { screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import { dayName, parseDay } from "../../lib/dates";
import { rain as rainWords } from "../../lib/units";
import { answerCalls, demo, lastOperations, renderInApp, renderOnDemo } from "../../testing/demo";
import { WorkbenchProvider } from "../../document/workbench";
import { RainSheet } from "./RainSheet";

const rain = demo.plan.rain!;
const sheet = { days: null, yearRow: demo.plan.cistern!.lean_year, pickYear: vi.fn() };

test("the sheet says the record, its dry years and its missing days", async () => {
  renderOnDemo(<RainSheet {...sheet} />);
  expect(await screen.findByText("Merrowick Quay, invented")).toBeTruthy();
  const dry = within(screen.getByRole("complementary", { name: "How dry it gets" }));
  for (const key of ["dry_year_1_in_5_mm", "dry_year_1_in_20_mm", "driest_12_months_mm"])
    expect(dry.getByText(rainWords(rain.figures[key]!.value!, "metric"))).toBeTruthy();
  expect(screen.getByText(/none missing/)).toBeTruthy();
});

test("a climate to come is chosen in words, and says what it carries", async () => {
  const drier = { ...demo.compared.stress.find((each) => each.key === "rain_80")! };
  const planned = { ...demo, plan: { ...demo.plan, cistern: { ...demo.plan.cistern!, drier } } };
  const calls = renderOnDemo(<RainSheet {...sheet} />, planned, "/", {
    [`GET /api/properties/${demo.id}/rain-days`]: () => [404, { errors: [] }],
  });
  expect(
    await screen.findByText(new RegExp(`${drier.years_carried} of ${drier.of_years} years carried by rain alone`)),
  ).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: /^Rain to come/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "20 % less rain" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([{ op: "replace", path: "/climate/rain", value: "fifth_less" }]),
  );
  await userEvent.click(screen.getByRole("button", { name: /^Downpours to come/ }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "40 % heavier" }));
  await waitFor(() =>
    expect(lastOperations(calls)).toEqual([
      { op: "replace", path: "/climate/downpours", value: "two_fifths_heavier" },
    ]),
  );
});

test("the driest twelve months are those of the plan, the driest first", async () => {
  renderOnDemo(<RainSheet {...sheet} />, demo, "/?view=years");
  const rows = within(await screen.findByRole("region", { name: "Driest twelve months" })).getAllByRole("listitem");
  expect(rows).toHaveLength(rain.driest.length);
  expect(rows[0]!.textContent).toContain(rainWords(rain.driest[0]!.total_mm, "metric"));
  const totals = rain.driest.map((each) => each.total_mm);
  expect(totals).toEqual([...totals].sort((a, b) => a - b));
});

test("dry spells are drawn where they lay, and the longest are listed", async () => {
  renderOnDemo(<RainSheet {...sheet} />, demo, "/?view=spells");
  const longest = [...rain.dry_spells].sort((a, b) => b.days - a.days)[0]!;
  const list = within(await screen.findByRole("region", { name: "Longest dry spells" }));
  expect(list.getAllByRole("listitem")[0]!.textContent).toBe(
    `from ${dayName(parseDay(longest.start))}${longest.days} days`,
  );
  // The picture has a bar for every spell; one that runs into the next water year has two.
  const bars = screen.getByRole("img", { name: /^Dry spells/ }).querySelectorAll('rect[stroke="var(--parched-7)"]');
  expect(bars.length).toBeGreaterThanOrEqual(rain.dry_spells.length);
  // The longer, the darker: under twenty days, under forty, and more.
  const tones = [...bars].map((bar) => bar.getAttribute("fill"));
  const pieces = (from: number, to: number) =>
    rain.dry_spells
      .filter(({ days }) => days >= from && days < to)
      .reduce((all, { start, days }) => {
        const last = new Date(parseDay(start).getTime() + (days - 1) * 86_400_000).toISOString().slice(0, 10);
        return all + 1 + rain.years.filter((year) => start < year.start && year.start <= last).length;
      }, 0);
  for (const [tone, from, to] of [
    ["var(--parched-2)", 0, 20],
    ["var(--parched-5)", 20, 40],
    ["var(--parched-7)", 40, 400],
  ] as const)
    expect(tones.filter((each) => each === tone)).toHaveLength(pieces(from, to));
});

const preview = {
  layout: "means",
  station: "",
  weather: [],
  columns: [],
  delimiter: "",
  decimal: "point",
  date_columns: [],
  rain_column: 0,
  date_order: "ymd",
  unit: "mm",
  unit_reason: "made, in millimetres",
  rows: 0,
  accepted: 14_610,
  refused: [],
  refused_count: 0,
  blank_days: 0,
  trace_days: 0,
  repeated_days: 0,
  missing_days: 0,
  longest_gap_days: 0,
  longest_gap_start: null,
  mean_year_mm: 612,
  wettest_day_mm: 61,
  wettest_date: "2001-11-03",
  warnings: ["Twelve means hide the lean years."],
  start: "1985-01-01",
  end: "2024-12-31",
  days: 14_610,
  monthly_mean_mm: Array.from({ length: 12 }, () => 51),
};
const station = {
  key: "fen",
  name: "Fen Lock",
  region: "Pellisford",
  about: "Inland, rain all year",
  latitude_deg: 52,
  elevation_m: 20,
  start: "1985-10-01",
  end: "2025-09-30",
};

function openDialog(lookedAt: [status: number, body: unknown] = [200, preview]) {
  const state = {
    ...demo,
    document: { ...demo.document, rain: { ...demo.document.rain, record_id: null } },
    plan: { ...demo.plan, rain: null, cistern: null },
  };
  const calls = answerCalls({
    "GET /api/properties/": () => [200, state],
    "GET /api/archive": () => [200, [station]],
    "GET /api/choices": () => [
      200,
      {
        materials: [],
        habits: [],
        fixtures: [],
        animals: [],
        hazards: [],
        regimes: [{ key: "winter_rain", yearly_variation: 0.22 }],
      },
    ],
    "POST /api/rain/source": () => lookedAt,
    "POST /api/properties/": () => [200, state],
  });
  renderInApp(
    <WorkbenchProvider id={demo.id}>
      <RainSheet {...sheet} />
    </WorkbenchProvider>,
  );
  return calls;
}

test("a station of the archive is looked at before it is kept", async () => {
  const calls = openDialog();
  await userEvent.click(await screen.findByRole("button", { name: "Bring in rain" }));
  await userEvent.click(screen.getByRole("tab", { name: "The station archive" }));
  await userEvent.click(await screen.findByRole("radio", { name: /Fen Lock/ }));
  await screen.findByTestId("import-account");
  await userEvent.click(screen.getByRole("button", { name: "Use this record" }));
  const kept = calls.filter(({ path }) => path.endsWith("/rain-source"));
  expect(kept).toHaveLength(1);
  expect((JSON.parse(kept[0]!.body) as { source: unknown }).source).toEqual({ kind: "archive", station: "fen" });
});

test("twelve means can be pasted, and say that they hide the lean years", async () => {
  const calls = openDialog();
  await userEvent.click(await screen.findByRole("button", { name: "Bring in rain" }));
  await userEvent.click(screen.getByRole("tab", { name: "Twelve means" }));
  expect(screen.getByText(/Means hide the lean years/)).toBeTruthy();
  expect(screen.getByRole("button", { name: "Use this record" }).hasAttribute("disabled")).toBe(true);
  await userEvent.click(screen.getByRole("textbox", { name: "Mean rain in Jan" }));
  await userEvent.paste("80 60 55 40 30 20 10 12 35 70 90 95");
  await userEvent.selectOptions(screen.getByRole("combobox", { name: /Years differ/ }), "winter_rain");
  await screen.findByTestId("import-account");
  const looked = calls.filter(({ path }) => path === "/api/rain/source").at(-1)!;
  const { source } = JSON.parse(looked.body) as { source: { mean_mm: number[]; yearly_variation: number } };
  expect(source.mean_mm).toEqual([80, 60, 55, 40, 30, 20, 10, 12, 35, 70, 90, 95]);
  expect(source.yearly_variation).toBe(0.22);
  await userEvent.type(screen.getByRole("textbox", { name: "Wet days in Jan" }), "12");
  expect(screen.getByText(/wet days of all twelve months, or of none/)).toBeTruthy();
});

test("means of which no days can be made are refused at once, and asked about once", async () => {
  const refusal = { errors: [{ field: "mean_mm.0", message: "must be 0 to 2,000 mm" }] };
  const calls = openDialog([422, refusal]);
  await userEvent.click(await screen.findByRole("button", { name: "Bring in rain" }));
  await userEvent.click(screen.getByRole("tab", { name: "Twelve means" }));
  await userEvent.click(screen.getByRole("textbox", { name: "Mean rain in Jan" }));
  await userEvent.paste("8000 60 55 40 30 20 10 12 35 70 90 95");
  expect(await screen.findByText(/^No days can be made from these: .*must be 0 to 2,000 mm/)).toBeTruthy();
  expect(calls.filter(({ path }) => path === "/api/rain/source")).toHaveLength(1);
  expect(screen.getByRole("button", { name: "Use this record" }).hasAttribute("disabled")).toBe(true);
});

test("days from twelve means go out as they were asked for, and are kept under their name", async () => {
  const calls = openDialog();
  await userEvent.click(await screen.findByRole("button", { name: "Bring in rain" }));
  await userEvent.click(screen.getByRole("tab", { name: "Twelve means" }));
  const field = (name: string | RegExp) => screen.getByRole<HTMLInputElement>("textbox", { name });
  const enter = async (name: string | RegExp, text: string) => {
    await userEvent.clear(field(name));
    await userEvent.type(field(name), text);
  };
  await userEvent.click(field("Mean rain in Mar"));
  await userEvent.paste("55"); // one number is typed, not spread over the year
  expect(field("Mean rain in Apr").value).toBe("");
  await userEvent.clear(field("Mean rain in Mar"));
  await userEvent.click(field("Mean rain in Jan"));
  await userEvent.paste("80 60");
  await userEvent.click(field("Mean rain in Mar"));
  await userEvent.paste("55;40;30;20;10;12;35;70;90;95;1;2");
  await enter("Mean rain in Jan", "81.5");
  expect(field("Mean rain in Feb").value).toBe("60");
  await userEvent.click(field("Wet days in Jan"));
  await userEvent.paste("12 11 10 9 8 7 6 5 4 3 2 1,5");
  await enter("Variation from year to year, %", "30");
  await enter("Years to make", "25");
  await enter("Seed", "7");
  await enter("Name of the record", "Ridge, by means");
  const use = screen.getByRole<HTMLButtonElement>("button", { name: "Use this record" });
  await waitFor(() => expect(use.disabled).toBe(false));
  await userEvent.click(use);
  const asked = () =>
    calls
      .filter(({ path }) => path.endsWith("/rain-source"))
      .map(({ body }) => JSON.parse(body) as { source: unknown });
  await waitFor(() => expect(asked()).toHaveLength(1));
  expect(asked()[0]!.source).toEqual({
    kind: "means",
    name: "Ridge, by means",
    mean_mm: [81.5, 60, 55, 40, 30, 20, 10, 12, 35, 70, 90, 95],
    wet_days: [12, 11, 10, 9, 8, 7, 6, 5, 4, 3, 2, 1.5],
    yearly_variation: 0.3,
    years: 25,
    seed: 7,
  });
});

test("an archive that does not answer says so", async () => {
  openDialog([503, null]);
  await userEvent.click(await screen.findByRole("button", { name: "Bring in rain" }));
  await userEvent.click(screen.getByRole("tab", { name: "The station archive" }));
  await userEvent.click(await screen.findByRole("radio", { name: /Fen Lock/ }));
  expect(await screen.findByText(/The server did not answer. Try again./)).toBeTruthy();
  expect(screen.getByRole("button", { name: "Use this record" }).hasAttribute("disabled")).toBe(true);
});
