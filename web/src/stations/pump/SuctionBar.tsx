import { scaleLinear } from "d3-scale";
import { useDocument, usePlan } from "../../document/shown";
import { metres } from "../../lib/units";
import { useWidth } from "../../ui/useWidth";

const HIGH = 26;

/** What pushes water into the pump, and what is used up of it, as one bar. */
export function SuctionBar() {
  const document = useDocument("units");
  const plan = usePlan("pump");
  const { units } = document;
  const { suction } = plan.pump;
  const [box, width] = useWidth<HTMLDivElement>();
  if (!suction)
    return (
      <p className="note">
        The height of the pump is not measured: measure it at Gutters &amp; pipes, Levels, and what the atmosphere
        leaves is told here.
      </p>
    );
  const falls = Math.max(0, -suction.lift_m);
  const gives = suction.atmosphere_m + falls;
  const parts = [
    { name: "vapour pressure", of: suction.vapour_m, fill: "var(--parched-5)" },
    { name: "lift", of: Math.max(0, suction.lift_m), fill: "var(--earth-3)" },
    { name: "pipe and strainer", of: suction.lost_m, fill: "var(--ink-2)" },
    { name: "NPSH available", of: Math.max(0, suction.left_m), fill: "var(--water-5)" },
  ];
  const reach = Math.max(
    gives,
    parts.reduce((all, part) => all + part.of, 0),
  );
  const x = scaleLinear([0, reach], [1, width - 1]);
  const wanted = x(reach) - x(suction.wanted_m);
  const short = suction.left_m < suction.wanted_m;
  return (
    <section aria-label="What the atmosphere leaves">
      <h2 className="heading">
        What pushes water into the pump
        <span className="head-note">
          atmosphere {metres(suction.atmosphere_m, units)}
          {falls > 0 && `, water above the pump ${metres(falls, units)}`}
        </span>
      </h2>
      <div ref={box} className="mt-1" style={{ height: HIGH + 28 }}>
        {width > 0 && (
          <svg
            width={width}
            height={HIGH + 28}
            className="block overflow-visible"
            role="img"
            aria-label={parts.map((part) => `${part.name} ${metres(part.of, units)}`).join(", ")}
          >
            {parts.map((part, i) => {
              const from = parts.slice(0, i).reduce((all, each) => all + each.of, 0);
              return (
                <rect
                  key={part.name}
                  x={x(from)}
                  y="0"
                  width={Math.max(0, x(from + part.of) - x(from))}
                  height={HIGH}
                  fill={part.fill}
                  stroke="var(--sheet)"
                />
              );
            })}
            <path d={`M${wanted} -3V${HIGH + 6}`} stroke={short ? "var(--alarm)" : "var(--ink)"} strokeWidth="2" />
            <text
              x={x(reach)}
              y={HIGH + 20}
              textAnchor="end"
              className="axis"
              style={short ? { fill: "var(--alarm)" } : undefined}
            >
              a house pump requires about {metres(suction.wanted_m, units)}
            </text>
          </svg>
        )}
      </div>
      <p className="note flex flex-wrap gap-x-4">
        {parts
          .filter((part) => part.of > 0.005)
          .map((part) => (
            <span key={part.name}>
              <span style={{ color: part.fill }}>■</span> {part.name} {metres(part.of, units)}
            </span>
          ))}
      </p>
    </section>
  );
}
