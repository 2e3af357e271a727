import { useState } from "react";
import { replace } from "../../document/edits";
import { Entry } from "../../document/Entry";
import { full } from "../../document/ranges";
import { useEdits, useWho } from "../../document/workbench";
import { Choice } from "../../ui/Choice";
import { addTransfer, allOf, useSite } from "./onSupplies";

/** Water that is pumped from one supply to another. */
export function Transfers() {
  const { edit, tryEdit } = useEdits();
  const document = useSite();
  const reads = useWho()?.role === "owner";
  const [problem, setProblem] = useState<string | null>(null);
  const all = allOf(document);
  const nameOf = (id: string) => all.find((each) => each.id === id)?.name ?? id;
  const [first, second] = all;
  const add = async () =>
    setProblem(await tryEdit(`${second!.name} to ${first!.name}`, addTransfer(document, second!.id, first!.id)));
  const change = async (label: string, row: number, way: { source: string; to: string }) =>
    setProblem(
      await tryEdit(label, [
        ...replace(`/transfers/${row}/source`, way.source),
        ...replace(`/transfers/${row}/to`, way.to),
      ]),
    );
  return (
    <section aria-label="Pumped between them">
      <h2 className="heading">Pumped from one to another</h2>
      {document.transfers.length === 0 && (
        <p className="note mt-1">Nothing is: each supply has the water of its own roofs.</p>
      )}
      <ul className="mt-1">
        {document.transfers.map((way, row) => (
          <li key={way.id} className="border-b border-rule py-1.5">
            From{" "}
            <Choice
              label={`Supply that gives, way ${row + 1}`}
              value={way.source}
              options={all.map(({ id, name }) => ({ value: id, label: name }))}
              onChoose={(source) =>
                void change(`From ${nameOf(source)}`, row, { source, to: source === way.to ? way.source : way.to })
              }
            />{" "}
            to{" "}
            <Choice
              label={`Supply that gets it, way ${row + 1}`}
              value={way.to}
              options={all.map(({ id, name }) => ({ value: id, label: name }))}
              onChoose={(to) =>
                void change(`To ${nameOf(to)}`, row, { to, source: to === way.source ? way.to : way.source })
              }
            />
            , at most{" "}
            <Entry
              label={`Most in a day, way ${row + 1}`}
              path={`/transfers/${row}/l_day`}
              kind="rate"
              value={way.l_day}
            />{" "}
            a day, while {nameOf(way.source)} is above{" "}
            <Entry
              label={`What ${nameOf(way.source)} keeps`}
              path={`/transfers/${row}/keep_share`}
              kind="percent"
              value={way.keep_share}
            />{" "}
            and {nameOf(way.to)} below{" "}
            <Entry
              label={`Up to which ${nameOf(way.to)} is filled`}
              path={`/transfers/${row}/until_share`}
              kind="percent"
              value={way.until_share}
            />{" "}
            of what it can give.{" "}
            <button
              className="fix"
              aria-label={`Remove what is pumped from ${nameOf(way.source)} to ${nameOf(way.to)}`}
              onClick={() =>
                void edit(`Nothing from ${nameOf(way.source)} to ${nameOf(way.to)}`, [
                  { op: "remove", path: `/transfers/${row}` },
                ])
              }
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      {problem && (
        <p role="alert" className="mt-2 text-alarm">
          Not changed: {problem}.
        </p>
      )}
      {!reads && second && (
        <p className="mt-2">
          <button
            className="fix min-h-11"
            onClick={() => void add()}
            disabled={full("/transfers", document.transfers)}
          >
            Pump water from one to another
          </button>
        </p>
      )}
      <p className="note mt-2">
        The pump, its pipe and its power are planned at the Pump of the supply that gives. A float switch in each tank
        holds the two levels.
      </p>
    </section>
  );
}
