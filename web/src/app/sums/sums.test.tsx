import { cleanup, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { beforeEach, expect, test, vi } from "vitest";
import type { SumOffered } from "../../api/client";
import { answerCalls, renderInApp } from "../../testing/demo";
import { SumsPage } from "./SumsPage";
import { answerText, wordsOf } from "./words";

const SUMS: SumOffered[] = [
  {
    name: "pad",
    label: "Compacted pad",
    group: "Ground",
    formula: "area x thickness",
    choice: "method",
    ways: {
      "": [
        { name: "tank_diameter_m", unit: "m", low: 0.001, high: 200 },
        { name: "margin_m", unit: "m", low: 0, high: 100 },
      ],
    },
    outputs: { pad_diameter_m: "m" },
  },
  {
    name: "pipe_loss",
    label: "Pipe friction",
    group: "Supply",
    formula: "f L/d",
    choice: "method",
    ways: {
      darcy: [{ name: "roughness_mm", unit: "mm", low: 0, high: 5 }],
      hazen_williams: [{ name: "c", unit: "-", low: 10, high: 200 }],
    },
    outputs: { head_m: "m" },
  },
];

function open(at = "/sums") {
  const calls = answerCalls({
    "GET /api/sums": () => [200, SUMS],
    "POST /api/sums/pad": ({ body }) => {
      const { values } = JSON.parse(body) as { values: Record<string, number> };
      return values["margin_m"]! > 100
        ? [422, { errors: [{ field: "margin_m", message: "must be a number from 0 to 100" }] }]
        : [200, { outputs: { pad_diameter_m: values["tank_diameter_m"]! + 2 * values["margin_m"]! } }];
    },
    "POST /api/sums/pipe_loss": () => [200, { outputs: { head_m: 1.5 } }],
  });
  renderInApp(<SumsPage />, at);
  return calls;
}

beforeEach(() => localStorage.clear());

test("a sum is worked out as soon as all its numbers are there, in any unit", async () => {
  const calls = open();
  await userEvent.type(await screen.findByRole("textbox", { name: /^Tank diameter/ }), "10.2");
  expect(screen.getByText("–")).toBeTruthy();
  await userEvent.type(screen.getByRole("textbox", { name: /^Margin/ }), "100 cm");
  expect(await screen.findByText("12.20 m")).toBeTruthy();
  expect(calls.filter(({ method }) => method === "POST").length).toBeGreaterThan(0);
});

test("what may be entered stands under its name, but for what has no end to speak of", async () => {
  open("/sums?sum=pipe_loss");
  const label = (await screen.findByRole("textbox", { name: /^Roughness/ })).closest("label")!;
  expect(label.textContent).toBe("Roughness0 mm to 5 mm ");
  cleanup();
  const endless = [{ ...SUMS[0]!, ways: { "": [{ name: "area_m2", unit: "m2", low: 0, high: 1e7 }] } }];
  answerCalls({ "GET /api/sums": () => [200, endless] });
  renderInApp(<SumsPage />, "/sums");
  expect((await screen.findByRole("textbox", { name: /^Area/ })).closest("label")!.textContent).toBe("Area");
});

test("the page takes the focus when it is come to, and is no stop of Tab", async () => {
  open();
  await screen.findByRole("textbox", { name: /^Tank diameter/ });
  expect(screen.getByRole("main").tabIndex).toBe(-1);
});

test("what is refused says why, and what is no quantity is said at once", async () => {
  open();
  await userEvent.type(await screen.findByRole("textbox", { name: /^Tank diameter/ }), "3");
  const margin = screen.getByRole("textbox", { name: /^Margin/ });
  await userEvent.type(margin, "500");
  expect((await screen.findByRole("alert")).textContent).toContain("must be a number from 0 to 100");
  await userEvent.clear(margin);
  await userEvent.type(margin, "wide");
  await waitFor(() => expect(screen.getByRole("alert").textContent).toContain("wide: not a quantity"));
});

test("a sum with two methods asks for what each takes, and sends which", async () => {
  const calls = open("/sums?sum=pipe_loss");
  await userEvent.click(await screen.findByRole("button", { name: "Hazen williams" }));
  await userEvent.type(screen.getByRole("textbox", { name: /^C/ }), "150");
  expect(await screen.findByText("1.50 m")).toBeTruthy();
  const sent = calls.filter(({ method }) => method === "POST").at(-1)!;
  expect(JSON.parse(sent.body)).toEqual({ values: { c: 150, method: "hazen_williams" } });
});

test("the units that were chosen are kept for the next visit", async () => {
  open();
  await userEvent.click(await screen.findByRole("button", { name: "US units" }));
  await userEvent.type(screen.getByRole("textbox", { name: /^Tank diameter/ }), "10");
  await userEvent.type(screen.getByRole("textbox", { name: /^Margin/ }), "1");
  expect(await screen.findByText("12.0 ft")).toBeTruthy();
  expect(localStorage.getItem("lean-year-sum-units")).toBe("us");
});

test("names and answers are written for people", () => {
  expect(["tank_diameter_m", "bag_kg", "wind_m_s", "volume_l", "c"].map(wordsOf)).toEqual([
    "Tank diameter",
    "Bag",
    "Wind",
    "Volume",
    "C",
  ]);
  expect([
    answerText(62, "-", "metric"),
    answerText(0.448, "-", "us"),
    answerText(25.4, "mm", "us"),
    answerText(2, "t", "us"),
  ]).toEqual(["62", "0.448", "1.00 in", "2.2 short tons"]);
});

test("another sum is opened from the list, and stands in it as the one that is open", async () => {
  vi.stubGlobal("scrollTo", vi.fn());
  open();
  const sums = within(await screen.findByRole("navigation", { name: "Sums" }));
  await screen.findByRole("textbox", { name: /^Tank diameter/ });
  expect(sums.getByRole("button", { name: "Compacted pad" }).getAttribute("aria-current")).toBe("page");
  await userEvent.click(sums.getByRole("button", { name: "Pipe friction" }));
  expect(sums.getByRole("button", { name: "Pipe friction" }).getAttribute("aria-current")).toBe("page");
  expect(sums.getByRole("button", { name: "Compacted pad" }).getAttribute("aria-current")).toBeNull();
  expect(window.scrollTo).toHaveBeenCalledExactlyOnceWith({ top: 0 });
  expect(document.title).toBe("Quick sums · Lean Year");
});

test("a sum that is none is the first one, and a server that does not answer is said", async () => {
  open("/sums?sum=none");
  expect(await screen.findByRole("textbox", { name: /^Tank diameter/ })).toBeTruthy();
  cleanup();
  answerCalls({ "GET /api/sums": () => [503, null] });
  renderInApp(<SumsPage />, "/sums");
  expect((await screen.findByRole("alert")).textContent).toBe("The server does not answer. Start it with make demo.");
});
