import type { Operation } from "../../api/client";
import { once } from "../../document/once";
import { useDocument } from "../../document/shown";
import { useEdits, useWho } from "../../document/workbench";
import { AskedEntry } from "./AskedEntry";
import type { Item } from "./AskedEntry";

const STATES: Record<Item["state"], string> = {
  open: "not entered",
  assumed: "assumed",
  entered: "entered",
  confirmed: "seen on site",
};

/** Today on this device's calendar. */
const today = () => new Date().toLocaleDateString("sv-SE");

/** One thing to see: what, how, its answer, and the tick of whoever has seen it. */
export function SurveyRow({ item }: { item: Item }) {
  const bench = useEdits();
  const who = useWho();
  const { survey } = useDocument("survey");
  const row = survey.findIndex((each) => each.item === item.key);
  const confirmed = item.state === "confirmed";
  const seen = (): Operation[] => {
    const { key, value, path } = item;
    const kept = {
      item: key,
      value: path === null ? null : value,
      by: who?.name ?? "",
      on: today(),
      note: item.note,
    };
    return [
      row < 0
        ? { op: "add", path: "/survey/-", value: kept }
        : { op: "replace", path: `/survey/${row}`, value: kept },
      ...(path === null ? [] : [{ op: "confirm" as const, path: "/assumed", value: [path] }]),
    ];
  };
  const tick = () =>
    void bench.edit(
      confirmed ? `Not seen after all: ${item.asks}`.slice(0, 120) : `Seen: ${item.asks}`.slice(0, 120),
      confirmed ? [{ op: "remove", path: `/survey/${row}` }] : seen(),
    );
  return (
    <li className="grid grid-cols-[44px_minmax(0,1fr)] items-start gap-x-2 border-b border-rule py-1.5 desk:grid-cols-[32px_minmax(0,1fr)_auto]">
      <button
        role="checkbox"
        aria-checked={confirmed}
        aria-label={`Seen: ${item.asks}`}
        className="relative grid size-11 place-items-center desk:size-8"
        onClick={(event) => once(event) && tick()}
      >
        <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true">
          <rect
            x="2"
            y="2"
            width="16"
            height="16"
            fill={confirmed ? "var(--water-7)" : "var(--sheet)"}
            stroke="var(--ink)"
            strokeWidth="1.5"
            strokeDasharray={item.state === "assumed" ? "3 2.4" : undefined}
          />
          {confirmed && <path d="M5.5 10.2l3 3 6-6.4" fill="none" stroke="var(--on-strong)" strokeWidth="2.2" />}
        </svg>
      </button>
      <span className="min-w-0 self-center">
        <span className="block leading-snug">{item.asks}</span>
        <span className="note block leading-snug">
          {item.how}
          {item.photo && " A photo."}
          {item.gone_later && <strong className="font-semibold"> It cannot be seen later.</strong>}
        </span>
      </span>
      <span className="col-start-2 desk:col-start-3 desk:text-right">
        <AskedEntry item={item} />
        <span className="note block">
          {STATES[item.state]}
          {confirmed && item.on ? `, ${item.on}` : ""}
          {confirmed && item.by ? ` by ${item.by}` : ""}
        </span>
      </span>
    </li>
  );
}
