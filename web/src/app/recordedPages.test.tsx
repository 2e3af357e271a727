import { cleanup, screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { unpackDays } from "../lib/days";
import { buried, demo, renderInApp, renderOnDemo, answerCalls, terrace } from "../testing/demo";
import { writtenDown } from "../testing/writtenDown";
import { Fall } from "./Fall";
import { PropertyList } from "./properties/PropertyList";
import { Verdict } from "./Verdict";
import { YearStrip } from "./YearStrip";

// What stands round the sheets, read through once; `npx vitest run src/app/recordedPages.test.tsx -u` records it anew.

const written = () => writtenDown(document.body);

const DEMOS = { saltmarrow: demo, "brindle-landing": buried, "lantern-row": terrace };

test.each(Object.entries(DEMOS))("what stands round the sheets of %s is as recorded", async (which, state) => {
  const days = unpackDays(state.daily!);
  const { lean_year } = state.plan.cistern!;
  const nothing = vi.fn();
  const parts = {
    verdict: <Verdict openHelp={nothing} openGlossary={nothing} openJump={nothing} />,
    fall: <Fall stage="cistern" goTo={nothing} />,
    "the lean year": <YearStrip days={days} yearRow={lean_year} pickYear={nothing} throughTheYear />,
    "another year": <YearStrip days={days} yearRow={3} pickYear={nothing} throughTheYear />,
    folded: <YearStrip days={days} yearRow={3} pickYear={nothing} throughTheYear={false} />,
  };
  let text = "";
  for (const [name, part] of Object.entries(parts)) {
    localStorage.clear();
    renderOnDemo(part, state);
    await screen.findAllByRole("button");
    text += `=== ${name}\n${written()}\n`;
    cleanup();
  }
  await expect(text).toMatchFileSnapshot(`../testing/views/round.${which}.txt`);
});

test("the list of properties is as recorded", async () => {
  const listed = {
    place: "Upper lane",
    verdict: "Carries the house through 38 of 40 years. Runs dry in two: 18 days.",
    summary: "332 m², 3 roofs",
    demo: null,
    changed_at: "2026-11-24T10:00:00",
  };
  const properties = [
    { ...listed, id: "p1", revision: 1, name: "Barn", years: [40, -1, 0, 60, 100] },
    { ...listed, id: "p2", revision: 31, name: "House", place: "", years: [] },
  ];
  answerCalls({ "GET /api/properties": () => [200, { properties, demos: ["lantern-row"] }] });
  renderInApp(<PropertyList />);
  await screen.findByRole("link", { name: "Barn" });
  await expect(`${written()}\n`).toMatchFileSnapshot("../testing/views/properties.txt");
});
