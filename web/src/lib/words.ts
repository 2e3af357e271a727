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

const UNIT = /_(l_day|l_month|l_min|mm_h|mm_m|l_s|l_h|m_s|kpa|mm|m2|m3|cm2|kg|deg|l|m|c|h)$/;

/** A field of the document as people call it: its name without the unit, and the row that it is of.
 * `cistern.tanks[1].overflow_m` is "overflow of tank 2". */
export function fieldWords(field: string): string {
  const row = [...field.matchAll(/(\w+?)s?\[(\d+)\]/g)].at(-1);
  const name = (field.split(".").at(-1) ?? field)
    .replace(/\[\d+\]/g, "")
    .replace(UNIT, "")
    .replaceAll("_", " ");
  return row && !field.endsWith("]") ? `${name} of ${row[1]!.replaceAll("_", " ")} ${Number(row[2]) + 1}` : name;
}
