import { replace } from "./edits";
import { useDraft } from "./useDraft";
import { useEdits } from "./workbench";

/** A name that is changed where it stands. */
export function NameEntry(props: { label: string; path: string; value: string; className?: string; most?: number }) {
  const { label, path, value } = props;
  const bench = useEdits();
  const { draft, setDraft, field } = useDraft((typed) => {
    const name = typed.trim();
    if (name && name !== value) void bench.edit(`${value} is now ${name}`, replace(path, name));
  });
  return (
    <input
      className={`name border-b-2 border-transparent bg-transparent hover:border-water-5 focus:border-water-5 ${props.className ?? "heading w-[26ch] max-w-full"}`}
      aria-label={label}
      value={draft ?? value}
      maxLength={props.most ?? 80}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={field.onBlur}
      onKeyDown={(event) => {
        field.onKeyDown(event);
        if (event.key === "Enter") event.currentTarget.blur();
      }}
    />
  );
}
