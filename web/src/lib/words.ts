/** A sentence's first letter as a capital. */
export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** Letters without their marks and capitals: an umlaut is found by its plain letter, and the other way round. */
const plain = (text: string) => text.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase().replace(/ß/g, "ss");

/** Whether every word of what is looked for stands somewhere in a text, in any order. */
export function contains(text: string, search: string): boolean {
  const within = plain(text);
  return plain(search)
    .split(/\s+/)
    .every((word) => within.includes(word));
}
