import { useDocument, usePlan } from "../../document/shown";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { Why } from "../../ui/Why";
import { PipeEntries } from "./PipeWords";

/** The raised tank: where it stands, how much it holds, how soon it is full again. */
export function HeaderWords() {
  const document = useDocument("levels", "pump", "units");
  const plan = usePlan("pump");
  const { header } = document.pump;
  const figure = (key: string) =>
    plan.pump.figures[key]?.value != null ? (
      <Why figure={plan.pump.figures[key]} units={document.units} />
    ) : (
      "no time that could be told"
    );
  return (
    <section aria-label="The header tank">
      <h2 className="heading">The header tank</h2>
      <p className="leading-[1.85]">
        Its outlet stands{" "}
        <Entry label="Outlet of the header tank" path="/pump/header/outlet_m" kind="length" value={header.outlet_m} />{" "}
        over the {document.levels.datum}, its float shuts{" "}
        <Entry label="Depth of the header tank" path="/pump/header/depth_m" kind="length" value={header.depth_m} />{" "}
        above that; between them it holds{" "}
        <Entry label="Volume of the header tank" path="/pump/header/volume_l" kind="volume" value={header.volume_l} />
        , {figure("header_d")} of use. The pump fills it in {figure("fill_h")}, wanted within{" "}
        <Entry label="Hours to fill it, wanted" path="/pump/header/fill_h" kind="count" value={header.fill_h} /> h.
        Down to the taps: <PipeEntries name="header’s pipe" at="/pump/header/down" pipe={header.down} />. It is{" "}
        <YesOrNo
          label="Lid of the header tank"
          path="/pump/header/covered"
          on={header.covered}
          yes="covered, with a screened vent and an overflow"
          no="open"
        />
        .
      </p>
    </section>
  );
}
