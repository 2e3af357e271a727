/** A spade in the ground, and a string from peg to peg. */
export function BuildSymbol() {
  return (
    <g fill="none" stroke="var(--ink)" strokeWidth="1.4">
      <path d="M24 6h8M28 6v20M22 26h12v8c0 5-3 9-6 11-3-2-6-6-6-11z" />
      <path d="M46 20v24M66 20v24M46 26H66" strokeWidth="1.1" />
    </g>
  );
}
