import { DropdownMenu } from "radix-ui";
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
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <button
          className={`word ${props.assumed ? "assumed" : ""}`}
          aria-label={`${props.label}${chosen ? `: ${chosen.label}` : ""}${props.assumed ? ", assumed" : ""}`}
          title={props.title}
        >
          {props.children ?? chosen?.label}
        </button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu" align="start" sideOffset={6} collisionPadding={8}>
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
