/** A stick in the water, with the marks of earlier days. */
export function LogSymbol() {
  return (
    <g fill="none" stroke="var(--ink)" strokeWidth="1.4">
      <path d="M40 4v46" strokeWidth="2" />
      <path d="M34 12h6M36 20h4M34 28h6M36 36h4" />
      <path d="M14 30c5-3 9-3 13 0M53 30c5-3 9-3 13 0" stroke="var(--water-7)" />
      <path d="M14 38c5-3 9-3 13 0M53 38c5-3 9-3 13 0" stroke="var(--water-7)" />
    </g>
  );
}
