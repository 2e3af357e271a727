import { useState } from "react";
import type { Line } from "./changed";

/** The lines as a message to a merchant: what and how many, no prices. */
export const asMessage = (title: string, lines: Line[]) =>
  [
    title,
    ...lines
      .filter((line) => line.quantity > 0 && !line.bought)
      .map((line) => `${line.sold} × ${line.name}`.replace(/^(\D*\d[\d,.]*) ([^×]+) × /, "$1 $2: ")),
  ].join("\n");

/** Puts a message to the merchant where it can be pasted from. */
export function CopyList({ title, lines }: { title: string; lines: Line[] }) {
  const [copied, setCopied] = useState("");
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(asMessage(title, lines));
      setCopied("copied");
    } catch {
      setCopied("the browser lets nothing be copied here"); // without https there is no clipboard at all
    }
  };
  return (
    <span className="no-print flex items-baseline gap-x-3">
      <span role="status" className="note">
        {copied}
      </span>
      <button
        className="fix max-desk:min-h-11"
        aria-label={`Copy as a message: ${title}`}
        onClick={() => void copy()}
      >
        copy as a message
      </button>
    </span>
  );
}
