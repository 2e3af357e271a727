import { useQuery } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { useId, useState } from "react";
import { useLocation } from "wouter";
import { propertyListQuery, sumsQuery } from "../api/queries";
import { usePlan } from "../document/shown";
import { useEdits } from "../document/workbench";
import { contains } from "../lib/words";
import { returnFocus } from "../ui/returnFocus";

const MOST_SHOWN = 12;

type Goal = { key: string; kind: string; text: string; go: () => void };

/** Goes to a station, an entry of the sheet, a finding, another property or a quick sum, by a few letters of it. */
export function JumpDialog({ close }: { close: () => void }) {
  const { id } = useEdits();
  const [, navigate] = useLocation();
  const { stations, findings } = usePlan("stations", "findings");
  const properties = useQuery(propertyListQuery()).data?.properties ?? [];
  const sums = useQuery(sumsQuery()).data ?? [];
  const [typed, setTyped] = useState("");
  const [at, setAt] = useState(0);
  const [entries] = useState(entriesOfTheSheet);
  const listId = useId();

  const all: Goal[] = [
    ...stations.map(({ stage, name }) => ({
      key: `station ${stage}`,
      kind: "station",
      text: name,
      go: () => navigate(`/p/${id}/${stage}`),
    })),
    ...entries.map(({ label, input }, i) => ({
      key: `entry ${i}`,
      kind: "entry of this sheet",
      text: label,
      go: () => setTimeout(() => input.focus()),
    })),
    ...findings.map(({ code, stage, text }, i) => ({
      key: `finding ${code} ${i}`,
      kind: `finding, ${stations.find((each) => each.stage === stage)?.name ?? stage}`,
      text,
      go: () => navigate(`/p/${id}/${stage}`),
    })),
    ...properties
      .filter((each) => each.id !== id)
      .map((each) => ({
        key: `property ${each.id}`,
        kind: "property",
        text: each.place ? `${each.name}, ${each.place}` : each.name,
        go: () => navigate(`/p/${each.id}/cistern`),
      })),
    ...sums.map((sum) => ({
      key: `sum ${sum.name}`,
      kind: "quick sum",
      text: sum.label,
      go: () => navigate(`/sums?sum=${sum.name}`),
    })),
  ];
  const goals = all.filter(({ text, kind }) => contains(`${text} ${kind}`, typed)).slice(0, MOST_SHOWN);
  const here = Math.min(at, goals.length - 1);
  const take = (goal: Goal | undefined) => {
    if (!goal) return;
    close();
    goal.go();
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content
          onCloseAutoFocus={returnFocus}
          className="dialog"
          style={{ width: "min(560px, calc(100vw - 24px))", top: "8vh", transform: "translateX(-50%)" }}
          aria-describedby={undefined}
        >
          <Dialog.Title className="heading">Go to</Dialog.Title>
          <input
            className="field mt-2 w-full"
            role="combobox"
            aria-label="Station, entry, finding, property or quick sum"
            aria-expanded="true"
            aria-controls={listId}
            aria-activedescendant={goals[here] ? `${listId}-${here}` : undefined}
            autoFocus
            autoComplete="off"
            value={typed}
            onChange={(event) => {
              setTyped(event.target.value);
              setAt(0);
            }}
            onKeyDown={(event) => {
              const ways = { ArrowDown: 1, ArrowUp: -1 }[event.key];
              if (ways) {
                event.preventDefault();
                setAt(Math.max(0, Math.min(goals.length - 1, here + ways)));
              } else if (event.key === "Enter") take(goals[here]);
            }}
          />
          <ul id={listId} role="listbox" aria-label="Where to go" className="mt-2">
            {goals.map((goal, i) => (
              <li
                key={goal.key}
                id={`${listId}-${i}`}
                role="option"
                aria-selected={i === here}
                className={`reach flex cursor-pointer items-baseline justify-between gap-4 border-b border-rule px-2 py-1.5 ${i === here ? "bg-water-1" : ""}`}
                onPointerEnter={() => setAt(i)}
                onClick={() => take(goal)}
              >
                <span className="line-clamp-2">{goal.text}</span>
                <span className="note shrink-0">{goal.kind}</span>
              </li>
            ))}
          </ul>
          {goals.length === 0 && (
            <p role="status" className="note mt-2">
              Nothing here is called that.
            </p>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** What can be typed on the sheet that is open. */
function entriesOfTheSheet(): { label: string; input: HTMLInputElement }[] {
  return [...document.querySelectorAll<HTMLInputElement>("#sheet input[data-path]")].map((input) => ({
    label: input.getAttribute("aria-label") ?? "",
    input,
  }));
}
