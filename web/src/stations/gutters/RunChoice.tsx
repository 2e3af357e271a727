import type { RunLevels } from "./sectionScale";

/** Which run is drawn. */
export function RunChoice(props: { runs: RunLevels[]; value: string; onChoose: (group: string) => void }) {
  if (props.runs.length < 2) return <h2 className="heading">The run of {props.runs[0]?.name}</h2>;
  return (
    <div role="radiogroup" aria-label="Run" className="flex flex-wrap gap-x-4 gap-y-1">
      {props.runs.map((run) => (
        <button
          key={run.group}
          role="radio"
          aria-checked={run.group === props.value}
          className="reach head relative border-b-[2.5px] border-transparent text-tab font-[560] text-ink-2 after:absolute after:-inset-y-2.5 after:inset-x-0 after:content-[''] aria-checked:border-water-7 aria-checked:font-[680] aria-checked:text-ink"
          onClick={() => props.onChoose(run.group)}
        >
          {run.name}
        </button>
      ))}
    </div>
  );
}
