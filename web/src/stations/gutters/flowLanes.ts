import type { Document } from "../../api/client";
import type { Place, Playing } from "./FlowPicture";

export type Lane = { key: string; name: string; at: number; group: string };
export type Gate = {
  key: string;
  name: string;
  lane: number;
  flow: number;
  spill: number;
  capacity: number;
  known: boolean;
  from: { key: string; column: number; flow: number }[];
};
export type Column = { name: string; gates: Gate[] };

/** The parts of the document that a flow picture is drawn from. */
export type Drained = Pick<Document, "roofs" | "downpipes">;

/** A lane for every roof in use, the roofs of one group side by side. */
export function laneLayout(document: Drained, places: Place[]): Lane[] {
  const lanes: Lane[] = [];
  const placed = new Set<string>();
  for (const pipe of document.downpipes)
    for (const roof of document.roofs)
      if (roof.on && !placed.has(roof.id) && roof.drains.some((drain) => drain.group === pipe.id)) {
        placed.add(roof.id);
        lanes.push({ key: roof.id, name: roof.name, at: lanes.length, group: pipe.id });
      }
  return lanes.filter((lane) => places.some((place) => place.roof === lane.key));
}

/** The gates by column, in the order of the water, each with what runs to it from the ones before. */
export function gatesOf(
  document: Drained,
  places: Place[],
  overflow: Place,
  lanes: Lane[],
  playing?: Playing,
): Column[] {
  const of = new Map(places.map((place) => [place.key, place]));
  const laneOfRoof = new Map(lanes.map((lane) => [lane.key, lane.at]));
  const laneOfGroup = (group: string) => {
    const own = lanes.filter((lane) => lane.group === group).map((lane) => lane.at);
    if (own.length) return own.reduce((sum, at) => sum + at, 0) / own.length;
    const shared = document.roofs
      .filter((roof) => roof.on && roof.drains.some((drain) => drain.group === group))
      .map((roof) => laneOfRoof.get(roof.id) ?? 0);
    return shared.length ? shared.reduce((sum, at) => sum + at, 0) / shared.length + 0.5 : 0;
  };
  const gate = (place: Place, lane: number, from: Gate["from"], key = place.key): Gate => {
    const flow = playing ? playing.flow(key) : Math.min(place.flow_l_s, place.capacity_l_s || place.flow_l_s);
    const spill = playing ? playing.spill(key) : Math.max(0, place.flow_l_s - (place.capacity_l_s || place.flow_l_s));
    return {
      key: place.key,
      name: place.name,
      lane,
      flow,
      spill,
      capacity: place.capacity_l_s,
      known: place.capacity_l_s > 0,
      from,
    };
  };
  const roofs = document.roofs.filter((roof) => laneOfRoof.has(roof.id));
  const groups = document.downpipes.filter((pipe) => of.has(`run:${pipe.id}`));
  const columns: Column[] = [];
  const push = (name: string, gates: Gate[]) => {
    if (gates.length) columns.push({ name, gates });
    return gates.length ? columns.length - 1 : -1;
  };
  push(
    "Gutters",
    roofs.map((roof) => gate(of.get(`gutter:${roof.id}`)!, laneOfRoof.get(roof.id)!, [])),
  );
  push(
    "Outlets",
    roofs.map((roof) => {
      const before = columns[0]!.gates.find((each) => each.key === `gutter:${roof.id}`)!;
      const place = of.get(`outlet:${roof.id}`)!;
      const made = gate(
        place,
        laneOfRoof.get(roof.id)!,
        [{ key: before.key, column: 0, flow: before.flow }],
        `gutter:${roof.id}`,
      );
      return playing ? { ...made, spill: 0 } : made;
    }),
  );
  const laneFor = new Map(groups.map((pipe) => [pipe.id, laneOfGroup(pipe.id)]));
  const early = (key: string) => key.startsWith("screen:") && !atTheTank(document, key);
  const fromRoofs = (group: string) =>
    roofs.flatMap((roof) =>
      roof.drains
        .filter((drain) => drain.group === group)
        .map((drain) => {
          const before = columns[1]!.gates.find((each) => each.key === `outlet:${roof.id}`)!;
          return { key: before.key, column: 1, flow: before.flow * drain.share };
        }),
    );
  const downpipes = push(
    "Downpipes",
    groups
      .filter((pipe) => of.has(`downpipe:${pipe.id}`))
      .map((pipe) =>
        gate(of.get(`downpipe:${pipe.id}`)!, laneFor.get(pipe.id)!, fromRoofs(pipe.id), `group:${pipe.id}`),
      ),
  );
  const last = new Map<string, { key: string; column: number; flow: number }>();
  const remember = (column: number) =>
    columns[column]?.gates.forEach((each) => last.set(groupOf(each.key), { key: each.key, column, flow: each.flow }));
  if (downpipes >= 0) remember(downpipes);
  /** What runs to the next place of a group: off its roofs, where nothing stands between. */
  const before = (group: string) => (last.has(group) ? [last.get(group)!] : fromRoofs(group));
  const screens = (name: string, keys: (group: string) => string[], source: (group: string) => string) => {
    const column = push(
      name,
      groups.flatMap((pipe) => {
        const narrow = keys(pipe.id)
          .map((key) => of.get(key)!)
          .sort((one, other) => one.capacity_l_s - other.capacity_l_s)[0];
        if (!narrow) return [];
        return [gate(narrow, laneFor.get(pipe.id)!, before(pipe.id), source(pipe.id))];
      }),
    );
    if (column >= 0) remember(column);
  };
  const keysOf = (group: string, wanted: (key: string) => boolean) =>
    places.map((place) => place.key).filter((key) => key.startsWith(`screen:${group}:`) && wanted(key));
  screens(
    "Screens",
    (group) => keysOf(group, early),
    (group) => `group:${group}`,
  );
  const runs = push(
    "Runs",
    groups.map((pipe) => {
      const narrow = of.get(`reducer:${pipe.id}`);
      const run = of.get(`run:${pipe.id}`)!;
      const place = narrow && narrow.capacity_l_s < run.capacity_l_s ? narrow : run;
      return gate(place, laneFor.get(pipe.id)!, before(pipe.id), `run:${pipe.id}`);
    }),
  );
  if (runs >= 0) {
    // A run that joins another is drawn into it.
    for (const pipe of groups)
      if (pipe.run.into) {
        const own = columns[runs]!.gates.find((each) => groupOf(each.key) === pipe.id);
        const joined = columns[runs]!.gates.find((each) => groupOf(each.key) === pipe.run.into);
        if (own && joined) joined.from.push({ key: own.key, column: runs, flow: own.flow });
      }
    remember(runs);
  }
  screens(
    "At the tank",
    (group) => keysOf(group, (key) => !early(key)),
    (group) => `inlet:${group}`,
  );
  const ends = groups.filter((pipe) => !pipe.run.into).map((pipe) => last.get(pipe.id)!);
  const middle = lanes.length ? (lanes.length - 1) / 2 : 0;
  const out = gate(overflow, middle, ends.filter(Boolean));
  push("Overflow", [playing ? { ...out, spill: 0 } : out]);
  return columns;
}

/** The group that a key such as `screen:a:0` or `run:a` belongs to. */
const groupOf = (key: string) => key.split(":")[1] ?? "";

function atTheTank(document: Drained, key: string): boolean {
  const [, group, stage] = key.split(":");
  const kind = document.downpipes.find((pipe) => pipe.id === group)?.screens[Number(stage)]?.kind;
  return kind !== "gutter_mesh" && kind !== "leaf_screen" && kind !== "downpipe_filter";
}
