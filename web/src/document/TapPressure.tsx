/** The pressure that is left at a tap, in alarm where it is under what is wanted. */
export function TapPressure(props: { kpa: number | null; wanted: number; words: (kpa: number) => string }) {
  const { kpa, wanted, words } = props;
  if (kpa === null) return "–";
  return <span className={kpa < wanted ? "text-alarm" : undefined}>{words(Math.max(0, kpa))}</span>;
}
