/** A name cut to the width it has, in px, with the cut shown. */
export function fit(name: string, width: number): string {
  const letters = Math.max(3, Math.floor(width / 7.4));
  return name.length <= letters ? name : `${name.slice(0, letters - 1)}…`;
}
