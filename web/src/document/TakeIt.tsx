import type { Operation } from "../api/client";
import { OfferButton } from "./OfferButton";

/** The last cell of a row of choices: previewed when it is pointed at, made when it is pressed; a tick where it stands. */
export function TakeIt(props: { label: string; chosen: boolean; operations: Operation[]; edit?: string }) {
  if (props.chosen)
    return (
      <span role="img" aria-label="chosen">
        ✓
      </span>
    );
  return (
    <OfferButton
      className="fix relative after:absolute after:-inset-x-2 after:-inset-y-1 after:content-['']"
      label={`Use it: ${props.label}`}
      edit={props.edit ?? props.label}
      operations={props.operations}
    >
      Use
    </OfferButton>
  );
}
