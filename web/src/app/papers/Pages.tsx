import type { Paper } from "../../api/papers";

/** Width over height. */
const SHAPES: Record<Paper, [number, number]> = { a4: [210, 297], letter: [216, 279] };

/** Pages under one another as they will lie on paper. What they say is read from the PDF, which is tagged for it. */
export function Pages(props: { label: string; paper: Paper; addresses: string[] }) {
  const { label, paper, addresses } = props;
  const [width, height] = SHAPES[paper];
  return (
    <ol className="mx-auto grid max-w-[860px] gap-6" aria-label={`Pages: ${label}`}>
      {addresses.map((address, at) => (
        <li key={address}>
          <img
            src={address}
            width={4 * width}
            height={4 * height}
            loading={at < 2 ? "eager" : "lazy"}
            className="h-auto w-full border border-rule bg-white"
            alt={`Page ${at + 1} of ${addresses.length} of the ${label.toLowerCase()}. Save it as a PDF to have it read.`}
          />
        </li>
      ))}
    </ol>
  );
}
