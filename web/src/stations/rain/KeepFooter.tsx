import { Dialog } from "radix-ui";

/** What was against a record, and the buttons that keep it or leave it. */
export function KeepFooter(props: {
  refusal?: string | null;
  problem: string | null;
  ready: boolean;
  keeping: boolean;
  onKeep: () => void;
}) {
  return (
    <>
      {props.refusal && (
        <p className="mt-4 border-t-[1.5px] border-alarm pt-2 font-semibold text-alarm" role="alert">
          {props.refusal}
          <span className="note mt-1 block font-normal">Nothing of the property was changed.</span>
        </p>
      )}
      {props.problem && (
        <p className="mt-3 font-semibold text-alarm" role="alert">
          {props.problem}
        </p>
      )}
      <p className="mt-5 flex flex-wrap gap-3">
        <button className="act" disabled={!props.ready || props.keeping} onClick={props.onKeep}>
          {props.keeping ? "Replaying" : "Use this record"}
        </button>
        <Dialog.Close className="act-quiet">Cancel</Dialog.Close>
      </p>
    </>
  );
}
