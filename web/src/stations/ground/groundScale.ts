type Point = [x: number, z: number];

/** Metres to pixels for a drawing of both ways to one scale, uphill to the right and up at the top. */
export function groundScale(points: Point[], width: number, tallest: number, margin = 44) {
  const xs = points.map(([x]) => x);
  const zs = points.map(([, z]) => z);
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const [low, high] = [Math.min(...zs), Math.max(...zs)];
  const wide = Math.max(right - left, 0.1);
  const tall = Math.max(high - low, 0.1);
  const scale = Math.min((width - margin - 12) / wide, (tallest - 30) / tall);
  const height = tall * scale + 30;
  const start = margin + Math.max(0, (width - margin - 12 - wide * scale) / 2);
  return {
    scale,
    height,
    left,
    right,
    low,
    high,
    x: (m: number) => start + (m - left) * scale,
    z: (m: number) => 14 + (high - m) * scale,
    path: (line: { points: readonly (readonly number[])[]; closed: boolean }) =>
      `M${line.points
        .map(([x, z]) => `${(start + (x! - left) * scale).toFixed(1)} ${(14 + (high - z!) * scale).toFixed(1)}`)
        .join("L")}${line.closed ? "z" : ""}`,
  };
}
