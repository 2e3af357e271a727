import type { ReactNode } from "react";

export function RainSymbol() {
  const drops: ReactNode[] = [];
  for (let row = 0; row < 4; row++)
    for (let column = 0; column < 9; column++) {
      const x = 6 + column * 8.6 + (row % 2) * 4;
      const y = 4 + row * 13 + ((column * 7) % 5);
      const dark = (column + row * 2) % 3 === 0;
      drops.push(
        <path
          key={`${row}-${column}`}
          d={`M${x} ${y}l-2.6 8`}
          stroke={dark ? "var(--water-9)" : "var(--water-5)"}
          strokeWidth={dark ? 1.7 : 1.2}
        />,
      );
    }
  return <>{drops}</>;
}
