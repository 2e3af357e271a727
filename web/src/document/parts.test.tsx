import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test, vi } from "vitest";
import type { Figure } from "../api/client";
import { Choice } from "../ui/Choice";
import { Cautions, Findings } from "./Findings";
import { demo, renderOnDemo } from "../testing/demo";
import { Derivation } from "../ui/Why";

const options = [
  { value: "yas", label: "after the spill", note: "the careful one" },
  { value: "ybs", label: "before the spill" },
];

test("a choice is made from the list that its word opens, also with the keyboard", async () => {
  const onChoose = vi.fn();
  render(<Choice label="Rule" value="yas" options={options} onChoose={onChoose} />);
  screen.getByRole("button", { name: "Rule: after the spill" }).focus();
  await userEvent.keyboard("{Enter}");
  await userEvent.keyboard("{ArrowDown}{Enter}");
  expect(onChoose).toHaveBeenCalledWith("ybs");
});

test("choosing what stands already changes nothing, unless it was only assumed", async () => {
  const onChoose = vi.fn();
  const { rerender } = render(<Choice label="Rule" value="yas" options={options} onChoose={onChoose} />);
  await userEvent.click(screen.getByRole("button"));
  await userEvent.click(screen.getByRole("menuitemradio", { name: /after the spill/ }));
  expect(onChoose).not.toHaveBeenCalled();
  rerender(<Choice label="Rule" value="yas" options={options} assumed onChoose={onChoose} />);
  await userEvent.click(screen.getByRole("button"));
  await userEvent.click(screen.getByRole("menuitemradio", { name: /after the spill/ }));
  expect(onChoose).toHaveBeenCalledWith("yas");
});

test("a finding carries its severity by shape and name, and its fix", () => {
  render(
    <Findings
      findings={[
        {
          code: "A",
          stage: "cistern",
          severity: "fails",
          text: "Two years run dry.",
          fix: "A tank of 93 m³ does it.",
          asks: false,
          not_to_drink: false,
        },
        {
          code: "B",
          stage: "rain",
          severity: "caution",
          text: "Few years.",
          fix: "",
          asks: false,
          not_to_drink: false,
        },
      ]}
    />,
  );
  expect(screen.getByRole("img", { name: "fails" })).toBeTruthy();
  expect(screen.getByRole("img", { name: "caution" })).toBeTruthy();
  expect(screen.getByText("A tank of 93 m³ does it.")).toBeTruthy();
});

test("what a fix does elsewhere stands beside it before it is pressed, and is asked for once", async () => {
  const fixed = demo.plan.findings.filter((each) => each.fixes!.length > 0);
  const [costly, harmless] = fixed.map((each) => each.fixes![0]!);
  const effect = "25 years fewer carried; then fails at Ground";
  const calls = renderOnDemo(<Findings findings={fixed} />, demo, "/", {
    [`GET /api/properties/${demo.id}/fixes`]: () => [
      200,
      [
        { operations: costly!.operations, effect },
        { operations: harmless!.operations, effect: "" },
      ],
    ],
  });
  const button = await screen.findByRole("button", { name: `${costly!.text} ${effect}.` }, { timeout: 5_000 });
  expect(button.querySelector(".text-alarm")).toBeTruthy();
  expect(screen.getByRole("button", { name: harmless!.text })).toBeTruthy();
  const asked = calls.filter((call) => call.path.endsWith("/fixes"));
  expect(asked.map((call) => call.query.get("revision"))).toEqual([String(demo.revision)]);
});

test("nothing found and nothing to take care of takes no room", () => {
  const { container } = render(
    <>
      <Findings findings={[]} />
      <Cautions cautions={[]} />
    </>,
  );
  expect(container.innerHTML).toBe("");
});

test("a derivation says how sure its number is", () => {
  const figure: Figure = {
    value: 0.9,
    unit: "-",
    label: "Runoff",
    basis: "from_memory",
    source: "Handbooks",
    formula: "share that runs off",
    working: "metal",
    moves: "",
  };
  render(<Derivation figure={figure} units="metric" />);
  expect(screen.getByText("written down from memory, check the source · Handbooks")).toBeTruthy();
  expect(screen.getByText("share that runs off")).toBeTruthy();
});

test("a derivation names what makes its number no better than it is", () => {
  const figure = demo.plan.cistern!.figures["years_carried"]!;
  expect(figure.basis).toBe("estimate");
  const { container } = render(<Derivation figure={figure} units="metric" />);
  expect(container.textContent).toContain("an estimate, replace it when you know better");
  expect(container.textContent).toContain(
    "replace it when you know better: it rests on the runoff of a roof, assumed so far",
  );
});
