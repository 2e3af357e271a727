import type { Plan } from "../../api/client";
import type { At } from "./sectionScale";
import { HEIGHT, STAFF } from "./sectionScale";

export type Drawn = Plan["gutters"]["drawn"][number];
type Kind = Drawn["lines"][number]["kind"];
type Look = { stroke?: string; width?: number; fill?: string; dash?: string };

const INK = "var(--ink)";
/** In the order in which they lie over one another; a pipe has an edge of ink on either side. */
const LOOK: [Kind, Look, Look?][] = [
  ["wall", { stroke: INK, width: 1.6, fill: "var(--sheet)" }],
  ["roof", { stroke: INK, width: 4 }],
  ["gutter", { stroke: INK, width: 1.8, fill: "var(--water-1)" }],
  ["downpipe", { stroke: "var(--water-5)", width: 5 }],
  ["pipe", { stroke: INK, width: 10 }, { stroke: "var(--water-5)", width: 7 }],
  ["screen", { stroke: INK, width: 2, dash: "3 2.4" }],
  ["storm", { stroke: "var(--water-7)", width: 1.8, dash: "6 4" }],
  ["water", { fill: "var(--water-1)" }],
  ["held_water", { fill: "var(--water-7)" }],
  ["tank", { stroke: INK, width: 3 }],
  ["lid", { stroke: INK, width: 3 }],
  ["overflow", { stroke: INK, width: 5 }],
];
const OF_THE_WAY: Kind[] = ["downpipe", "pipe"];

/** The lines of a section as the server draws them, for the report and the drawings as well. */
export function SectionLines({ drawn, at, tooLow }: { drawn: Drawn; at: At; tooLow: boolean }) {
  const x = bandedX(drawn, at);
  const path = (kind: Kind) =>
    drawn.lines
      .filter((line) => line.kind === kind)
      .map(
        ({ points, closed }) =>
          `M${points.map(([along, up]) => `${x(along!)} ${at.y(up!)}`).join("L")}${closed ? "Z" : ""}`,
      )
      .join("");
  const ground = path("ground");
  const { tankX, tankPx, y } = at;
  const tank = drawn.lines.find(({ kind }) => kind === "tank")!.points.map(([, up]) => y(up!));
  return (
    <>
      <path d={`${ground}V${HEIGHT}H${STAFF}Z`} fill="url(#soil)" />
      <path d={ground} fill="none" stroke={INK} strokeWidth="1.4" />
      <rect
        x={tankX}
        y={Math.min(...tank)}
        width={tankPx}
        height={Math.max(2, Math.max(...tank) - Math.min(...tank))}
        fill="var(--sheet)"
      />
      {LOOK.flatMap(([kind, under, over]) =>
        [under, over].flatMap((look, layer) => {
          if (!look) return [];
          const alarm = tooLow && OF_THE_WAY.includes(kind) && look.stroke !== INK;
          return [
            <path
              key={`${kind}${layer}`}
              d={path(kind)}
              fill={look.fill ?? "none"}
              stroke={alarm ? "var(--alarm)" : (look.stroke ?? "none")}
              strokeWidth={look.width}
              strokeDasharray={look.dash}
              strokeLinejoin="round"
            />,
          ];
        }),
      )}
    </>
  );
}

/** Where a distance of the section stands: house, run, tank and way out each have their band. */
function bandedX(drawn: Drawn, at: At) {
  const edges = drawn.edges_m;
  const to = [STAFF, at.houseX, at.tankX, at.rightX, at.endX];
  return (metres: number) => {
    const last = edges.length - 2;
    const found = edges.slice(1).findIndex((edge) => metres <= edge);
    const band = found < 0 ? last : Math.min(found, last);
    const share = (metres - edges[band]!) / Math.max(edges[band + 1]! - edges[band]!, 1e-9);
    return to[band]! + share * (to[band + 1]! - to[band]!);
  };
}
