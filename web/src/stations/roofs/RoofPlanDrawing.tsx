import { useWorkbench } from "../../frame/workbench";
import { area, roundStep, volume, write } from "../../lib/units";
import type { Units } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";
import type { Roof } from "../../api/client";

const HEIGHT = 214;
const HEAD = 40;
const GAP = 26;
const LEAST_SLOT = 168;
const SCALE_BAR = 26;

type Footprint = { roof: Roof; index: number; along: number; across: number; known: boolean };

/** Plan lengths of a roof: along its slope seen from above, and along its eaves. A bare area is drawn as a square. */
function footprint(roof: Roof, index: number): Footprint {
  if (roof.extent.kind === "area") {
    const side = Math.sqrt(Math.max(roof.extent.area_m2, 0.01));
    return { roof, index, along: side, across: side, known: false };
  }
  const tilt = roof.extent.along_slope ? Math.cos((roof.pitch_deg * Math.PI) / 180) : 1;
  return {
    roof,
    index,
    along: Math.max(roof.extent.length_m * tilt, 0.1),
    across: Math.max(roof.extent.width_m, 0.1),
    known: true,
  };
}

/** All roofs from above, side by side and to one scale. */
export function RoofPlanDrawing({ focus, setFocus }: { focus: string | null; setFocus: (id: string) => void }) {
  const bench = useWorkbench();
  const { document, plan } = bench.shown;
  const units = document.units;
  const [box, width] = useWidth<HTMLDivElement>();
  const prints = document.roofs.map(footprint);
  const longest = Math.max(...prints.map((each) => each.across), 1);
  const total = prints.reduce((sum, each) => sum + each.along, 0);
  const room = width - prints.length * GAP;
  const scale = Math.max(0.5, Math.min(room / Math.max(total, 1), (HEIGHT - HEAD - SCALE_BAR) / longest));
  // A roof too small for its own words is given their width.
  const slot = (each: Footprint) => Math.max(each.along * scale, Math.min(LEAST_SLOT, room / prints.length)) + GAP;
  const lefts: number[] = [2];
  for (const each of prints) lefts.push(lefts.at(-1)! + slot(each));
  const brings = (index: number) => plan.roofs.surfaces[index]?.figures["harvest_l_year"]?.value ?? null;
  return (
    <section aria-label="Roofs from above">
      <h2 className="heading">From above, to one scale</h2>
      <div ref={box} style={{ height: HEIGHT }}>
        {width > 0 && (
          <svg width={width} height={HEIGHT} className="block overflow-visible">
            <defs>
              <pattern id="roof-off" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
                <path d="M0 0V8" stroke="var(--rule)" strokeWidth="1.2" />
              </pattern>
            </defs>
            {prints.map((print) => {
              const { roof, index, along, across, known } = print;
              const x = lefts[index]!;
              const w = along * scale;
              const h = across * scale;
              const surface = plan.roofs.surfaces[index];
              const litres = brings(index);
              const m2 = surface?.figures["area_m2"]?.value ?? 0;
              return (
                <g
                  key={roof.id}
                  onClick={() => setFocus(roof.id)}
                  className="cursor-pointer"
                  role="img"
                  aria-label={`${roof.name}: ${area(m2, units)}${roof.on ? "" : ", switched off"}`}
                >
                  <rect
                    x={x}
                    y={HEAD}
                    width={w}
                    height={h}
                    fill={roof.on ? "var(--water-1)" : "url(#roof-off)"}
                    stroke="var(--ink)"
                    strokeWidth={roof.id === focus ? 2.6 : 1.4}
                    strokeDasharray={known ? undefined : "7 4"}
                  />
                  {roof.on && <Seams x={x} y={HEAD} w={w} h={h} material={roof.material} />}
                  {/* The way the water runs, to the gutter along the right-hand eaves. */}
                  {roof.on && w > 46 && h > 40 && (
                    <path
                      d={`M${x + w * 0.3} ${HEAD + h - 14}H${x + w - 16}m-7 -5l7 5-7 5`}
                      fill="none"
                      stroke="var(--water-9)"
                      strokeWidth="2"
                    />
                  )}
                  {roof.on && <path d={`M${x + w + 3} ${HEAD}v${h}`} stroke="var(--water-7)" strokeWidth="3.5" />}
                  <text x={x} y={HEAD - 24} className="label" fontWeight="650">
                    {fit(roof.name, slot(print))}
                  </text>
                  <text x={x} y={HEAD - 8} className="axis">
                    {fit(
                      `${area(m2, units)}${roof.on ? (litres === null ? "" : `, ${volume(litres, units)} a year`) : ", off"}`,
                      slot(print),
                    )}
                  </text>
                  {known && w > 54 && h > 40 && (
                    <text x={x + w / 2} y={HEAD + 17} textAnchor="middle" className="axis" style={halo(roof.on)}>
                      {write("length", units, along)}
                    </text>
                  )}
                  {known && w > 54 && h > 70 && (
                    <text x={x + 7} y={HEAD + h / 2 + 4} className="axis" style={halo(roof.on)}>
                      {write("length", units, across)}
                    </text>
                  )}
                  {!known && w > 80 && h > 40 && (
                    <text x={x + w / 2} y={HEAD + 17} textAnchor="middle" className="axis" style={halo(roof.on)}>
                      shape not known
                    </text>
                  )}
                </g>
              );
            })}
            <ScaleBar units={units} scale={scale} top={HEIGHT - 8} />
          </svg>
        )}
      </div>
    </section>
  );
}

const halo = (on: boolean) => ({
  paintOrder: "stroke" as const,
  stroke: on ? "var(--water-1)" : "var(--sheet)",
  strokeWidth: 4,
});

/** Lines that tell the covering: seams for metal, courses for tile and shingle, nothing on a membrane. */
function Seams(props: { x: number; y: number; w: number; h: number; material: Roof["material"] }) {
  const { x, y, w, h, material } = props;
  const lines: string[] = [];
  if (material === "metal") for (let at = 14; at < h; at += 14) lines.push(`M${x} ${y + at}H${x + w}`);
  else if (material.endsWith("tile") || material === "asphalt_shingle")
    for (let at = 11; at < w; at += 11) lines.push(`M${x + at} ${y}V${y + h}`);
  return <path d={lines.join("")} stroke="var(--water-3)" strokeWidth="1" />;
}

function ScaleBar({ units, scale, top }: { units: Units; scale: number; top: number }) {
  const metres = units === "us" ? 0.3048 : 1;
  const length = roundStep(70 / scale / metres);
  return (
    <g>
      <path
        d={`M2 ${top - 5}v5H${2 + length * metres * scale}v-5`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.4"
      />
      <text x={8 + length * metres * scale} y={top} className="axis">
        {length} {units === "us" ? "ft" : "m"}
      </text>
    </g>
  );
}

/** A name cut to the width it has, with the cut shown. */
function fit(name: string, width: number): string {
  const letters = Math.max(3, Math.floor(width / 7.4));
  return name.length <= letters ? name : `${name.slice(0, letters - 1)}…`;
}
