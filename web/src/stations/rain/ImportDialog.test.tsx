import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, expect, test, vi } from "vitest";
import type { RainPreview } from "../../api/client";
import { WorkbenchProvider } from "../../document/workbench";
import { answerCalls, demo, renderInApp } from "../../testing/demo";
import { ImportDialog } from "./ImportDialog";

const preview: RainPreview = {
  layout: "table",
  station: "",
  weather: [],
  columns: ["Datum", "Regen", "Temp"],
  delimiter: ";",
  decimal: "comma",
  date_columns: [0],
  rain_column: 1,
  temperature_unit: null,
  temperature_reason: "",
  date_order: "dmy",
  unit: "mm",
  unit_reason: "as millimetres the mean year is 640 mm",
  rows: 1_000,
  accepted: 990,
  refused: [{ line: 12, text: "x", reason: "not a number: 'x'" }],
  refused_count: 1,
  blank_days: 0,
  trace_days: 3,
  repeated_days: 0,
  missing_days: 10,
  longest_gap_days: 4,
  longest_gap_start: "2001-02-03",
  mean_year_mm: 640,
  wettest_day_mm: 61.5,
  wettest_date: "2001-11-05",
  warnings: ["2.7 years are few."],
  start: "2001-01-01",
  end: "2003-09-27",
  days: 1_000,
  monthly_mean_mm: [80, 70, 60, 50, 40, 20, 5, 10, 40, 80, 90, 95],
};
const file = new File(["Datum;Regen\n01.01.2001;3,2\n"], "hill_gauge.csv", { type: "text/csv" });
const setOpen = vi.fn();
let answer: [number, unknown];
let calls: ReturnType<typeof answerCalls>;

beforeEach(async () => {
  answer = [200, preview];
  calls = answerCalls({
    "POST /api/rain/preview": () => answer,
    [`POST /api/properties/${demo.id}/rain`]: () => answer,
    "GET /api/properties/": () => [200, demo],
  });
  renderInApp(
    <WorkbenchProvider id={demo.id}>
      <ImportDialog open setOpen={setOpen} />
    </WorkbenchProvider>,
  );
  await screen.findByRole("dialog");
});

const choose = (chosen: File) => userEvent.upload(screen.getByLabelText("Rain file"), chosen);
const use = () => screen.getByRole("button", { name: "Use this record" });

test("a file is shown as it was understood before it can be kept", async () => {
  expect(use().hasAttribute("disabled")).toBe(true);
  await choose(file);
  const account = within(await screen.findByTestId("import-account"));
  expect(account.getByText(/Columns parted by semicolons, decimal comma/)).toBeTruthy();
  expect(account.getByText("10, longest 4 from 3 Feb 2001")).toBeTruthy();
  expect(account.getByText("1,000, 1 refused")).toBeTruthy();
  expect(account.getByText("2.7 years are few.")).toBeTruthy();
  expect(account.getByText("not a number: 'x'")).toBeTruthy();
  expect((screen.getByLabelText("Name of the record") as HTMLInputElement).value).toBe("hill gauge");
  expect(use().hasAttribute("disabled")).toBe(false);
});

test("every guess can be changed, and the file is read again", async () => {
  await choose(file);
  await userEvent.click(await screen.findByRole("button", { name: "Unit: millimetres" }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "tenths of a millimetre" }));
  await waitFor(() => expect(calls.at(-1)!.query.get("unit")).toBe("tenth_mm"));
  expect(calls.at(-1)!.path).toBe("/api/rain/preview");
});

test("the unit of temperatures is said with its reason, and can be chosen", async () => {
  answer = [
    200,
    { ...preview, temperature_unit: "fahrenheit", temperature_reason: "which goes with the rain's unit" },
  ];
  await choose(file);
  const account = await screen.findByTestId("import-account");
  expect(account.textContent).toContain("Temperatures in degrees Fahrenheit, which goes with the rain's unit.");
  await userEvent.click(screen.getByRole("button", { name: "Unit of the temperatures: degrees Fahrenheit" }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "degrees Celsius" }));
  await waitFor(() => expect(calls.at(-1)!.query.get("temperature_unit")).toBe("celsius"));
});

test("a kept record goes with its name and choices, on the revision that is shown", async () => {
  await choose(file);
  await screen.findByTestId("import-account");
  answer = [200, { ...demo, revision: 2 }];
  await userEvent.click(use());
  await waitFor(() => expect(setOpen).toHaveBeenCalledWith(false));
  const kept = calls.at(-1)!;
  expect(kept.path).toBe(`/api/properties/${demo.id}/rain`);
  expect(kept.query.get("name")).toBe("hill gauge");
  expect(kept.query.get("base_revision")).toBe(String(demo.revision));
});

test.each([
  [{ errors: [{ field: "name", message: "is too long" }], revision: null }, 422, "name: is too long"],
  [{ errors: [{ field: "base_revision", message: "old" }], revision: 9 }, 409, "changed in another window meanwhile"],
])("a record that is not kept says why, and can be kept again", async (refusal, status, words) => {
  setOpen.mockClear();
  await choose(file);
  await screen.findByTestId("import-account");
  answer = [status, refusal];
  await userEvent.click(use());
  expect((await screen.findByRole("alert")).textContent).toContain(words);
  expect(setOpen).not.toHaveBeenCalled();
  expect(use().hasAttribute("disabled")).toBe(false);
  answer = [200, { ...demo, revision: 2 }];
  await userEvent.click(use());
  await waitFor(() => expect(setOpen).toHaveBeenCalledWith(false));
});

test("a file that is refused says why and that nothing was changed", async () => {
  answer = [422, { errors: [{ field: "line 1", message: "no column of dates found" }], revision: null }];
  await choose(file);
  const alert = await screen.findByRole("alert");
  expect(alert.textContent).toContain("line 1 no column of dates found");
  expect(alert.textContent).toContain("Nothing of the property was changed.");
  expect(use().hasAttribute("disabled")).toBe(true);
});

test("a file that is too large is not sent at all", async () => {
  const large = new File(["x"], "large.csv");
  Object.defineProperty(large, "size", { value: 17 * 1024 * 1024 });
  await choose(large);
  expect((await screen.findByRole("alert")).textContent).toContain("The file has 17 MB; at most 16 MB can be read");
  expect(calls.filter(({ path }) => path === "/api/rain/preview")).toHaveLength(0);
});

test("a record that comes too late is told so, with the file still chosen", async () => {
  await choose(file);
  await screen.findByTestId("import-account");
  answer = [409, { errors: [{ field: "base_revision", message: "changed" }], revision: 7 }];
  await userEvent.click(use());
  expect((await screen.findByRole("alert")).textContent).toContain("changed in another window");
  expect(screen.getByText("hill_gauge.csv")).toBeTruthy();
});

test("the rain's column and the order of dates are words that can be changed, the column of dates is none of them", async () => {
  await choose(file);
  const change = async (name: RegExp, to: string) => {
    await userEvent.click(await screen.findByRole("button", { name }));
    const items = (await screen.findAllByRole("menuitemradio")).map((item) => item.textContent);
    await userEvent.click(screen.getByRole("menuitemradio", { name: to }));
    return items;
  };
  expect(await change(/^Rain column: Regen/, "Temp")).toEqual(["Regen", "Temp"]);
  await waitFor(() => expect(calls.at(-1)!.query.get("rain_column")).toBe("2"));
  await change(/^Order of dates: the day first/, "the month first");
  await waitFor(() => expect(calls.at(-1)!.query.get("date_order")).toBe("mdy"));
  // What was chosen before stays chosen.
  expect(calls.at(-1)!.query.get("rain_column")).toBe("2");
});

test("a file can be dropped, renamed and changed for another, which is read without the first one's choices", async () => {
  const box = screen.getByLabelText("Rain file").parentElement!;
  expect(fireEvent.dragOver(box)).toBe(false);
  fireEvent.drop(box, { dataTransfer: { files: [file] } });
  await screen.findByTestId("import-account");
  await userEvent.click(screen.getByRole("button", { name: "Unit: millimetres" }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "inches" }));
  await waitFor(() => expect(calls.at(-1)!.query.get("unit")).toBe("inch"));
  const name = screen.getByLabelText<HTMLInputElement>("Name of the record");
  await userEvent.clear(name);
  expect(use().hasAttribute("disabled")).toBe(true);
  const picked = vi.spyOn(HTMLInputElement.prototype, "click");
  await userEvent.click(screen.getByRole("button", { name: "Another file" }));
  expect(picked).toHaveBeenCalledTimes(1);
  picked.mockRestore();
  fireEvent.drop(box, { dataTransfer: { files: [new File(["x"], "dam_wall-gauge.2.csv")] } });
  await waitFor(() =>
    expect(screen.getByLabelText<HTMLInputElement>("Name of the record").value).toBe("dam wall gauge.2"),
  );
  expect(calls.at(-1)!.query.get("unit")).toBeNull();
  fireEvent.drop(box, { dataTransfer: { files: [] } });
  expect(screen.getByText("dam_wall-gauge.2.csv")).toBeTruthy();
});

test.each([
  [
    { layout: "months", unit_reason: "as millimetres it is a usual year" },
    "Monthly totals by year, with days made to add up to them. Read as millimetres: as millimetres it is a usual year.",
  ],
  [
    { layout: "ghcn_dly", station: "Quay", unit_reason: "the form says tenths" },
    "A station’s fixed-width daily file, Quay. The form says tenths.",
  ],
  [{ weather: ["snow", "temperatures"] }, "It also brings snow and temperatures."],
  [
    { columns: ["Datum", "", "Temp"], delimiter: "\t" },
    "Columns parted by tabs, decimal comma. Rain in column 2, read as",
  ],
  [{ delimiter: "~", date_columns: [0, 2], date_order: "ymd" }, "Columns parted by ~, decimal comma."],
])("a file of %o is said to be “%s”", async (changes, words) => {
  answer = [200, { ...preview, ...changes }];
  await choose(file);
  const account = (await screen.findByTestId("import-account")).textContent;
  expect(account).toContain(words);
  expect(account.includes("Dates with")).toBe(!("date_columns" in changes) && !("layout" in changes));
  expect(account.includes("It also brings")).toBe("weather" in changes);
});

test("refused rows are counted in words", async () => {
  answer = [200, { ...preview, refused_count: 2 }];
  await choose(file);
  expect((await screen.findByTestId("import-account")).textContent).toContain("2 rows refused");
});

test("without a connection the file stays chosen, whether it is read or kept", async () => {
  await choose(file);
  await screen.findByTestId("import-account");
  answerCalls({});
  vi.stubGlobal("fetch", () => Promise.reject(new TypeError("no connection")));
  await userEvent.click(use());
  expect((await screen.findByRole("alert")).textContent).toContain("What was chosen is still here");
  await userEvent.click(screen.getByRole("button", { name: "Unit: millimetres" }));
  await userEvent.click(await screen.findByRole("menuitemradio", { name: "inches" }));
  expect(await screen.findByText(/This cannot be read as daily rain: no connection to the server/)).toBeTruthy();
});
