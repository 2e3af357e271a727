/** Pipes in a bundle, strapped, as they come off the truck. */
export function PriceSymbol() {
  return (
    <g fill="none" stroke="var(--ink)" strokeWidth="1.4">
      {[
        [20, 30],
        [32, 30],
        [44, 30],
        [26, 20],
        [38, 20],
        [32, 10],
      ].map(([x, y]) => (
        <circle key={`${x}-${y}`} cx={x} cy={y} r="5.6" />
      ))}
      <path d="M32 2.6L12.4 35.4M32 2.6L51.6 35.4M12.4 37.4H51.6" strokeWidth="1" />
    </g>
  );
}
