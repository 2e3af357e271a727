/** Stones under the ground, until there is a station. */
export function NotBuiltSymbol() {
  return (
    <>
      {[
        [16, 14, 5],
        [36, 34, 6],
        [60, 18, 4],
        [68, 42, 5],
        [18, 44, 4],
      ].map(([x, y, r]) => (
        <ellipse key={x} cx={x} cy={y} rx={r} ry={r! * 0.66} fill="none" stroke="var(--ink-2)" strokeWidth="1.1" />
      ))}
    </>
  );
}
