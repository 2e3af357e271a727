import { choicesAt } from "../../document/choices";
import { replace } from "../../document/edits";
import { useEdits } from "../../document/workbench";
import { useDocument, usePlan } from "../../document/shown";
import { axisUnit, fixed, flow, roundStep } from "../../lib/units";
import { ChoiceEntry } from "../../document/ChoiceEntry";
import { YesOrNo } from "../../document/YesOrNo";
import { Entry } from "../../document/Entry";
import { LineChart, pathOf } from "../../ui/LineChart";
import { MaybeEntry } from "../../document/MaybeEntry";
import { Why } from "../../ui/Why";
import { ScrollBox } from "../../ui/ScrollBox";

const NAMES: Record<string, string> = { cryptosporidium: "Cryptosporidium", giardia: "Giardia", virus: "viruses" };

/** The lamp: its rating, its water, its age, and the dose over the flow. */
export function LampWords() {
  const bench = useEdits();
  const document = useDocument("treatment", "units");
  const plan = usePlan("treatment");
  const { units } = document;
  const { uv } = document.treatment;
  const { uv_curve: curve, figures, credits } = plan.treatment;
  const set = (label: string, field: string, value: unknown) =>
    void bench.edit(`Lamp: ${label}`, replace(`/treatment/uv/${field}`, value));
  const reach = curve.at(-1)?.flow_l_s ?? 1;
  const most = Math.min(curve[0]?.dose_mj_cm2 ?? 100, 160);
  const unit = axisUnit("flow", units).factor;
  const tick = roundStep(reach / unit / 4) * unit;
  const lamp = plan.treatment.stages.find((stage) => stage.kind === "uv");
  return (
    <section aria-label="The lamp">
      <h2 className="heading">The lamp</h2>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 wide:grid-cols-2">
        <p className="leading-[1.85]">
          Rated for{" "}
          <Entry label="Rated dose" path="/treatment/uv/rated_mj_cm2" kind="count" value={uv.rated_mj_cm2} /> mJ/cm²
          at{" "}
          <Entry
            label="Rated flow of the lamp"
            path="/treatment/uv/rated_flow_l_s"
            kind="flow"
            value={uv.rated_flow_l_s}
          />{" "}
          in water of{" "}
          <Entry
            label="Rated transmittance"
            path="/treatment/uv/rated_uvt_percent"
            kind="percent"
            value={uv.rated_uvt_percent / 100}
            stored={100}
          />{" "}
          transmittance. This water has{" "}
          <MaybeEntry
            label="Measured transmittance, in percent"
            path="/treatment/uv/uvt_percent"
            kind="count"
            value={uv.uvt_percent}
            unknown={choicesAt("/treatment/uv/uvt_percent", units)[0]!.label}
            around={75}
          />
          {uv.uvt_percent !== null && " %"}. It has burnt{" "}
          <Entry label="Hours of the lamp" path="/treatment/uv/lamp_h" kind="count" value={uv.lamp_h} /> hours and is
          changed{" "}
          <ChoiceEntry
            path="/treatment/uv/change_by"
            label="When the lamp is changed"
            value={uv.change_by}
            options={choicesAt<typeof uv.change_by>("/treatment/uv/change_by", units)}
            onChoose={(changeBy) => set(changeBy, "change_by", changeBy)}
          />
          ;{" "}
          <YesOrNo
            label="Sensor"
            path="/treatment/uv/sensor"
            on={uv.sensor}
            yes="with a sensor"
            no="without a sensor"
          />
          ,{" "}
          <YesOrNo
            label="Valve of the lamp"
            path="/treatment/uv/shut_valve"
            on={uv.shut_valve}
            yes="a valve that fails shut"
            no="no valve that fails shut"
          />
          {uv.shut_valve && (
            <>
              {" "}
              <YesOrNo
                label="How its valve shuts"
                path="/treatment/uv/slow_valve"
                on={uv.slow_valve}
                yes="over some seconds"
                no="at once"
              />
            </>
          )}
          ,{" "}
          <YesOrNo
            label="Flow limiter"
            path="/treatment/uv/flow_limiter"
            on={uv.flow_limiter}
            yes="a flow limiter"
            no="no flow limiter"
          />
          ,{" "}
          <YesOrNo
            label="Battery"
            path="/treatment/uv/battery"
            on={uv.battery}
            yes="a battery behind it"
            no="no battery"
          />
          .{" "}
          {uv.sensor && (
            <>
              Of a new lamp in clear water its sensor reads{" "}
              <MaybeEntry
                label="Reading of the sensor, in percent of a new lamp's"
                path="/treatment/uv/sensor_percent"
                kind="count"
                value={uv.sensor_percent}
                unknown="a share not noted yet"
                around={80}
              />
              {uv.sensor_percent !== null && " %"}.{" "}
            </>
          )}
          At the end of its life it gives{" "}
          {figures["dose_mj_cm2"] && <Why figure={figures["dose_mj_cm2"]} units={units} />}
          {figures["dose_today_mj_cm2"] && (
            <>
              , today <Why figure={figures["dose_today_mj_cm2"]} units={units} />
            </>
          )}
          :{" "}
          {Object.entries(credits)
            .map(([target, log]) => `${fixed(log, 1)} log of ${NAMES[target]}`)
            .join(", ")}
          .
        </p>
        <LineChart
          label={`Dose over the flow: ${fixed(figures["dose_mj_cm2"]?.value ?? 0, 0)} mJ/cm² at ${flow(lamp?.flow_l_s ?? 0, units)}`}
          height={190}
          xReach={reach}
          yReach={most}
          xTicks={Array.from({ length: Math.floor(reach / tick + 1e-9) + 1 }, (_, i) => ({
            at: i * tick,
            name: fixed((i * tick) / unit, units === "us" ? 0 : 1),
          }))}
          yTicks={[0, 40, 80, 120, 160]
            .filter((dose) => dose <= most)
            .map((dose) => ({ at: dose, name: String(dose) }))}
          yName="mJ/cm²"
          xName={axisUnit("flow", units).unit}
        >
          {(plot) => (
            <>
              <path d={`M${plot.x(0)} ${plot.y(40)}H${plot.right}`} stroke="var(--ink)" strokeDasharray="5 3" />
              <text x={plot.right} y={plot.y(40) - 5} textAnchor="end" className="axis halo">
                for drinking
              </text>
              <path
                d={pathOf(
                  curve
                    .filter((point) => point.dose_mj_cm2 <= most)
                    .map((point) => [plot.x(point.flow_l_s), plot.y(point.dose_mj_cm2)]),
                )}
                fill="none"
                stroke="var(--water-7)"
                strokeWidth="2.6"
              />
              {lamp && (
                <circle
                  cx={plot.x(lamp.flow_l_s)}
                  cy={plot.y(Math.min(figures["dose_mj_cm2"]?.value ?? 0, most))}
                  r="5"
                  fill="var(--water-7)"
                />
              )}
            </>
          )}
        </LineChart>
      </div>
      <LogDoses />
    </section>
  );
}

/** The dose that each half log takes, with those that this lamp gives. */
function LogDoses() {
  const plan = usePlan("treatment");
  const { log_doses: rows, figures } = plan.treatment;
  const dose = figures["dose_mj_cm2"]?.value ?? 0;
  return (
    <details className="mt-2">
      <summary className="fix cursor-pointer">Dose that each log takes, mJ/cm²</summary>
      <ScrollBox label="Dose for each log" className="max-w-[460px]">
        <table className="table-lines w-full text-table">
          <thead>
            <tr>
              <th scope="col">Log</th>
              {Object.values(NAMES).map((name) => (
                <th scope="col" key={name}>
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.log}>
                <th scope="row">{fixed(row.log, 1)}</th>
                {Object.keys(NAMES).map((target) => {
                  const asked = row.mj_cm2[target] ?? 0;
                  return (
                    <td key={target} className={dose >= asked ? "font-bold" : undefined}>
                      {fixed(asked, asked < 10 ? 1 : 0)}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </ScrollBox>
      <p className="note">
        Bold is what this lamp gives at the peak. Viruses go by adenovirus, the toughest (US EPA, LT2 rule, from
        memory).
      </p>
    </details>
  );
}
