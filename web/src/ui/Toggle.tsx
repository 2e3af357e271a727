import { Switch } from "radix-ui";

/** A switch with a reach larger than its mark. */
export function Toggle(props: { label: string; on: boolean; onChange: (on: boolean) => void; className?: string }) {
  return (
    <Switch.Root
      checked={props.on}
      onCheckedChange={props.onChange}
      aria-label={props.label}
      className={`relative h-6 w-11 shrink-0 rounded-full border-[1.5px] border-ink bg-sheet after:absolute after:-inset-3 after:content-[''] data-[state=checked]:bg-water-7 ${props.className ?? ""}`}
    >
      <Switch.Thumb className="block size-4 translate-x-[3px] rounded-full bg-ink data-[state=checked]:translate-x-[21px] data-[state=checked]:bg-on-strong" />
    </Switch.Root>
  );
}
