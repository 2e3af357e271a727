import { DropdownMenu } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import type { ReactNode } from "react";

type Option<T extends string> = { value: T; label: string; note?: string };

/** A word in a sentence that opens the list of what may stand there. */
export function Choice<T extends string>(props: {
  label: string;
  value: T;
  options: Option<T>[];
  assumed?: boolean;
  title?: string;
  onChoose: (value: T) => void;
  children?: ReactNode;
}) {
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
            onValueChange={(value) => (value !== props.value || props.assumed) && props.onChoose(value as T)}
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
