/** A staff and the line of sight to it. */
export function SurveySymbol() {
  return (
    <g fill="none" stroke="var(--ink)" strokeWidth="1.4">
      <path d="M22 12h8v6h-8zM26 18l-7 14M26 18l7 14M26 18v14" />
      <path d="M32 15H60" strokeDasharray="3 2.6" />
      <path d="M62 4v28M66 4v28M62 8h4M62 14h4M62 20h4M62 26h4" />
    </g>
  );
}
