/** A sheet with a stamp on it. */
export function PermitsSymbol() {
  return (
    <g fill="none" stroke="var(--ink)" strokeWidth="1.4">
      <path d="M26 5h26v30H26zM31 12h16M31 17h16M31 22h8" />
      <circle cx="46" cy="28" r="4.5" />
    </g>
  );
}
