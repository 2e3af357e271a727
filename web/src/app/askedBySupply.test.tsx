import { cleanup, fireEvent, screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { WorkbenchProvider } from "../document/workbench";
import { unpackDays } from "../lib/days";
import { answerCalls, demo, renderInApp } from "../testing/demo";
import { Fall } from "./Fall";
import { STATIONS } from "./registry";

/** What is the property's, whichever of its supplies is looked at. */
const OF_THE_PROPERTY = /\/(rain-days|photos.*|links|revisions)$/;
const AT = `${demo.id}@barn`;

test.each(demo.plan.stations.map(({ stage }) => stage))(
  "all that the sheet of %s asks for is asked of the supply that is looked at",
  async (stage) => {
    const { Sheet } = STATIONS[stage];
    const shown = { days: unpackDays(demo.daily!), yearRow: demo.plan.cistern!.lean_year, pickYear: vi.fn() };
    const asked = new Set<string>();
    const views = [0];
    for (const view of views) {
      const calls = answerCalls({
        [`GET /api/properties/${demo.id}/rain-days`]: () => [404, { errors: [] }],
        "GET /api/properties/": () => [200, demo],
        "POST /api/": () => [200, demo],
      });
      renderInApp(
        <WorkbenchProvider id={AT}>
          <Sheet {...shown} />
        </WorkbenchProvider>,
        `/p/${AT}/${stage}`,
      );
      await screen.findAllByRole("heading");
      const tabs = screen.queryAllByRole("tab");
      if (view === 0) views.push(...tabs.slice(1).map((_, number) => number + 1));
      else fireEvent.mouseDown(tabs[view]!);
      await new Promise((done) => setTimeout(done));
      for (const { method, path, query } of calls)
        if (path.startsWith(`/api/properties/${demo.id}`) && !OF_THE_PROPERTY.test(path))
          asked.add(`${method} ${path.slice("/api/properties/".length + demo.id.length)} of ${query.get("supply")}`);
      cleanup();
    }
    expect([...asked].filter((each) => !each.endsWith(" of barn"))).toEqual([]);
    expect(asked.size).toBeGreaterThan(0);
  },
);

test("which alternative is open is said at every supply", async () => {
  const alternatives = [
    { id: demo.id, name: "A", standing: "main" as const, verdict: "" },
    { id: "other", name: "B", standing: "open" as const, verdict: "" },
  ];
  answerCalls({ "GET /api/properties/": () => [200, { ...demo, alternatives }] });
  renderInApp(
    <WorkbenchProvider id={AT}>
      <Fall stage="cistern" goTo={vi.fn()} />
    </WorkbenchProvider>,
  );
  expect((await screen.findByTitle("All alternatives")).textContent).toContain("A");
});
