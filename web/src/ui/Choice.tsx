import { DropdownMenu } from "radix-ui";
import { memo, useCallback, useEffect, useLayoutEffect, useRef, useState } from "react";
import type { ReactNode } from "react";

export type Option<T extends string> = { value: T; label: string; note?: string };

type ChoiceProps<T extends string> = {
  label: string;
  value: T;
  options: Option<T>[];
  assumed?: boolean;
  title?: string;
  onChoose: (value: T) => void;
  children?: ReactNode;
};

/** A word in a sentence that opens the list of what may stand there. */
export function Choice<T extends string>({ onChoose, ...props }: ChoiceProps<T>) {
  const latest = useRef(onChoose);
  useLayoutEffect(() => {
    latest.current = onChoose;
  });
  const choose = useCallback((value: string) => latest.current(value as T), []);
  return <WordWithList {...props} onChoose={choose} />;
}

/** Drawn anew only where it says something else: a list is many components, and a sheet has many words. */
const WordWithList = memo(function WordWithList(props: ChoiceProps<string>) {
  const chosen = props.options.find((option) => option.value === props.value);
  const [open, setOpen] = useState(false);
  const word = useKeptInSight(open);
  return (
    <DropdownMenu.Root open={open} onOpenChange={setOpen}>
      <DropdownMenu.Trigger asChild>
        <button
          ref={word}
          className={`word ${props.assumed ? "assumed" : ""}`}
          aria-label={`${props.label}${chosen ? `: ${chosen.label}` : ""}${props.assumed ? ", assumed" : ""}`}
          title={props.title}
        >
          {props.children ?? chosen?.label}
        </button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu" align="start" sideOffset={6} collisionPadding={8} sticky="always">
          <DropdownMenu.RadioGroup
            value={props.value}
            onValueChange={(value) => (value !== props.value || props.assumed) && props.onChoose(value)}
          >
            {props.options.map((option) => (
              <DropdownMenu.RadioItem key={option.value} value={option.value} className="menu-item">
                <span className={option.value === props.value ? "font-semibold text-water-7" : ""}>
                  {option.label}
                </span>
                {option.note && <span className="note">{option.note}</span>}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}, saysTheSame);

function saysTheSame(before: ChoiceProps<string>, after: ChoiceProps<string>): boolean {
  const { options: first, ...were } = before;
  const { options: second, ...are } = after;
  return (
    shallow(were, are) && first.length === second.length && first.every((each, row) => shallow(each, second[row]!))
  );
}

function shallow(before: object, after: object): boolean {
  const entries = Object.entries(after);
  return (
    entries.length === Object.keys(before).length &&
    entries.every(([name, value]) => Object.is(before[name as never], value))
  );
}

/** While its list is open the page cannot be scrolled: where an answer that comes in makes the page longer and moves the
 *  word out of sight, with its list, it is brought back. */
function useKeptInSight(open: boolean) {
  const word = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (!open) return;
    const observer = new ResizeObserver(() => word.current?.scrollIntoView({ block: "nearest" }));
    for (const part of word.current?.closest("main")?.children ?? []) observer.observe(part);
    return () => observer.disconnect();
  }, [open]);
  return word;
}
