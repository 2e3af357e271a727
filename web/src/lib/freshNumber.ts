/** The next number for a thing of a list whose id, `prefix-number`, is not taken yet. */
export function freshNumber(prefix: string, listed: { id: string }[]): number {
  const taken = new Set(listed.map(({ id }) => id));
  let number = listed.length + 1;
  while (taken.has(`${prefix}-${number}`)) number++;
  return number;
}
