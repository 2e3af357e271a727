export function GroundSymbol() {
  return (
    <path
      d="M58 -2c-3 10-12 18-22 25M58 -2c0 12-3 26-6 38M59 -2c3 12 10 19 18 23"
      fill="none"
      stroke="var(--ink-2)"
      strokeWidth="1.2"
    />
  );
}
