export type Shown = { on: boolean; words: string; choose: () => void };

/** Which of a few ways a list is shown. */
export function ShownChoice({ label = "Shown", choices }: { label?: string; choices: Shown[] }) {
  return (
    <p className="no-print flex flex-wrap gap-x-5" role="group" aria-label={label}>
      {choices.map(({ on, words, choose }) => (
        <button
          key={words}
          className={`fix min-h-8 max-desk:min-h-11 ${on ? "underline decoration-2 underline-offset-4" : ""}`}
          aria-pressed={on}
          onClick={choose}
        >
          {words}
        </button>
      ))}
    </p>
  );
}
