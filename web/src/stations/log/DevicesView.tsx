import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { devicesQuery, makeDevice, withdrawDevice } from "../../api/log";
import type { Device, DeviceKind, MadeDevice } from "../../api/log";
import { useDocument } from "../../document/shown";
import { useEdits, useWho } from "../../document/workbench";
import { whenKept } from "../../lib/dates";
import { fixed, quantity, volume } from "../../lib/units";
import type { Units } from "../../lib/units";
import { Mark } from "../../ui/Mark";
import { isAtFault } from "./words";

const KINDS: { kind: DeviceKind; name: string }[] = [
  { kind: "level", name: "Level sensor" },
  { kind: "rain", name: "Rain gauge" },
  { kind: "meter", name: "Flow meter" },
  { kind: "uv", name: "UV monitor" },
];
const FAULTS: Record<Device["faults"][number], string> = {
  silent: "It has fallen silent. Look at its power and its connection.",
  stuck: "It says the same again and again: it sticks. Read the level by stick.",
  clock_ahead: "Its clock is ahead. Set it; what it says is of later than it was.",
  clock_behind: "Its clock is behind, or what it says comes late each time.",
  drops_out: "Many of its readings are missing. Look at its connection.",
};

/** What reports by itself: made and withdrawn here, each with how it does. */
export function DevicesView() {
  const { id } = useEdits();
  const cache = useQueryClient();
  const owner = useWho()?.role === "owner";
  const { units } = useDocument("units");
  const { data, isError } = useQuery({ ...devicesQuery(id), enabled: !owner });
  const [made, setMade] = useState<MadeDevice | null>(null);
  const again = () => cache.invalidateQueries({ queryKey: ["devices", id] });
  if (owner) return <p>Devices are the firm&apos;s business.</p>;
  if (isError) return <p>It takes a connection to see the devices.</p>;
  if (!data) return <p>Opening.</p>;
  return (
    <>
      {data.length === 0 && (
        <p className="max-w-[72ch]">
          No device reports here. A level sensor, a rain gauge, a flow meter or a UV monitor can: make it here, and
          give it its address and its token.
        </p>
      )}
      <ul>
        {data.map((device) => (
          <li key={device.id} className="grid grid-cols-[24px_minmax(0,1fr)_auto] gap-x-2 border-b border-rule py-2">
            <span className="pt-0.5">
              <Mark status={statusOf(device)} size={18} />
            </span>
            <div className="min-w-0 leading-snug">
              <p>
                <strong>{device.name}</strong>, {KINDS.find(({ kind }) => kind === device.kind)!.name.toLowerCase()}
                {device.withdrawn_at && <span className="note"> withdrawn; what it reported stays</span>}
              </p>
              <p className="note">{heard(device, units)}</p>
              {device.faults.map((fault) => (
                <p key={fault} className="text-small text-alarm">
                  {FAULTS[fault]}
                </p>
              ))}
              {device.drift !== null && (
                <p className="text-small text-alarm">
                  It shows {fixed(Math.abs(100 * device.drift), 0)} % of full tanks{" "}
                  {device.drift > 0 ? "more" : "less"} than what was read by hand: set it anew.
                </p>
              )}
            </div>
            {!device.withdrawn_at && (
              <button
                className="fix no-print max-desk:min-h-11"
                onClick={() => void withdrawDevice(id, device.id).then(again, again)}
              >
                Withdraw
              </button>
            )}
          </li>
        ))}
      </ul>
      {made && <Token made={made} />}
      <NewDevice
        make={async (device) => {
          setMade(await makeDevice(id, device));
          await again();
        }}
      />
    </>
  );
}

function statusOf(device: Device) {
  if (device.withdrawn_at) return "skipped";
  if (isAtFault(device)) return "caution";
  return device.heard_at ? "settled" : "decide";
}

function heard(device: Device, units: Units): string {
  if (!device.heard_at || device.last_value === null) return "It has not reported yet.";
  const said: Record<string, (value: number) => string> = {
    depth_m: (value) => `${quantity("length", value, units)} deep`,
    share: (value) => `${fixed(100 * value, 0)} %`,
    volume_l: (value) => volume(value, units),
    depth_mm: (value) => quantity("day_rain", value, units),
    reading_l: (value) => volume(value, units),
    intensity_w_m2: (value) => `${fixed(value, 1)} W/m²`,
  };
  const value = said[device.last_quantity!]?.(device.last_value) ?? "";
  return `Heard ${whenKept(device.heard_at.replace("Z", ""))}: ${value}.`;
}

/** Its token is shown this once. */
function Token({ made }: { made: MadeDevice }) {
  const address = `${location.origin}/api/devices/${made.device.id}/readings`;
  const line = '{"at": "2026-03-01T07:00:00+01:00", "kind": "KIND", "value": 1.24, "unit": "m"}'.replace(
    "KIND",
    made.device.kind,
  );
  return (
    <section aria-label={`Token of ${made.device.name}`} className="mt-3 border-[1.5px] border-ink p-3">
      <p>
        <strong>{made.device.name} is made. Its token is shown this once:</strong>
      </p>
      <p className="font-mono break-all select-all">{made.token}</p>
      <p className="mt-2 text-small">
        It posts lines like <span className="font-mono break-all">{line}</span> to{" "}
        <span className="font-mono break-all select-all">{address}</span>, with the header{" "}
        <span className="font-mono">Authorization: Bearer</span> and the token.
      </p>
    </section>
  );
}

function NewDevice({ make }: { make: (device: { kind: DeviceKind; name: string; about: string }) => Promise<void> }) {
  const { cistern } = useDocument("cistern");
  const [kind, setKind] = useState<DeviceKind>("level");
  const [name, setName] = useState("");
  const [about, setAbout] = useState("");
  const [problem, setProblem] = useState("");
  const submit = () => {
    if (!name.trim()) return setProblem("Name: write what it is called.");
    setProblem("");
    make({ kind, name: name.trim(), about: kind === "level" ? about : "" }).then(
      () => setName(""),
      () => setProblem("It was not made: it takes a connection, and a name of up to 80 letters."),
    );
  };
  return (
    <form
      className="no-print mt-4 flex flex-wrap items-end gap-3"
      aria-label="A new device"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <label>
        <span className="note block">Device</span>
        <select className="field" value={kind} onChange={(event) => setKind(event.target.value as DeviceKind)}>
          {KINDS.map((each) => (
            <option key={each.kind} value={each.kind}>
              {each.name}
            </option>
          ))}
        </select>
      </label>
      {kind === "level" && cistern.tanks.length > 1 && (
        <label>
          <span className="note block">Of the tank</span>
          <select className="field" value={about} onChange={(event) => setAbout(event.target.value)}>
            <option value="">from which water is drawn</option>
            {cistern.tanks.map((tank) => (
              <option key={tank.id} value={tank.id}>
                {tank.name}
              </option>
            ))}
          </select>
        </label>
      )}
      <label className="w-52">
        <span className="note block">Name</span>
        <input
          className="field"
          aria-label="Name of the device"
          maxLength={80}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
      </label>
      <button className="act-quiet max-desk:min-h-11">Make a device</button>
      {problem && (
        <p role="alert" className="w-full text-small text-alarm">
          {problem}
        </p>
      )}
    </form>
  );
}
