import type { InBox, WaitingBox } from "./waitingBox";

/** How much waits in this browser, and what was refused, with its reason. */
export function BoxWaiting<T extends InBox>(props: {
  box: WaitingBox<T>;
  unsent: readonly T[];
  reached: boolean;
  /** `photo`, `photos`. */
  one: string;
  many: string;
}) {
  const { box, unsent, reached, one, many } = props;
  const waiting = unsent.filter(({ problem }) => problem === null).length;
  const refused = unsent.filter(({ problem }) => problem !== null);
  if (unsent.length === 0) return null;
  const words = `${waiting === 1 ? `1 ${one} is` : `${waiting} ${many} are`}`;
  return (
    <div className="note max-w-[34ch]">
      {waiting > 0 && (
        <p role="status" className={reached ? "" : "text-parched-7"}>
          {reached ? `${words} being sent.` : `${words} kept here and sent as soon as that can be done.`}
          {box.keepsNothing() && " This browser stores nothing: leave the page open."}
        </p>
      )}
      {refused.map(({ key, problem }) => (
        <p key={key} className="text-alarm">
          {/^[aeiou]/.test(one) ? "An" : "A"} {one} was not kept: {problem}.{" "}
          <button className="fix" onClick={() => void box.remove(key)}>
            Discard it
          </button>
        </p>
      ))}
    </div>
  );
}
