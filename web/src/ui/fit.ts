/** How many letters of a label go into a width, in px. */
const lettersIn = (width: number) => Math.max(3, Math.floor(width / 7.4));

/** A name on one line, or on two where it is wider than it has room for, in px. */
export function twoLines(name: string, width: number): string[] {
  if (fit(name, width) === name) return [name];
  const letters = lettersIn(width);
  const at = name.lastIndexOf(" ", letters);
  return at < 1 ? [fit(name, width)] : [name.slice(0, at), fit(name.slice(at + 1), width)];
}

/** A name cut to the width it has, in px, with the cut shown. */
export function fit(name: string, width: number): string {
  const letters = lettersIn(width);
  return name.length <= letters ? name : `${name.slice(0, letters - 1)}…`;
}
