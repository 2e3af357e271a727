import type { Document, Operation } from "../../api/client";
import { assume, replace } from "../../document/edits";
import { usualOf } from "../../document/ranges";

export type Tank = Document["cistern"]["tanks"][number];
type Shape = Tank["shape"];
type Kind =
  | "volume"
  | "upright_cylinder"
  | "liner"
  | "slim"
  | "box"
  | "cast"
  | "precast"
  | "precast_round"
  | "moulded"
  | "round_cast"
  | "lying_cylinder"
  | "pit";

export const KINDS: { value: Kind; label: string; note: string }[] = [
  { value: "volume", label: "tank of known volume", note: "volume and height" },
  { value: "upright_cylinder", label: "round tank", note: "diameter and height" },
  { value: "liner", label: "ring-panel tank with a liner", note: "diameter and height" },
  { value: "slim", label: "slim tank", note: "oblong with round ends" },
  { value: "box", label: "box", note: "length, width, height" },
  { value: "cast", label: "cast chamber", note: "flat walls, inside measures" },
  { value: "precast", label: "precast concrete box", note: "brought whole, inside measures" },
  { value: "precast_round", label: "precast round concrete tank", note: "brought whole, inside measures" },
  { value: "moulded", label: "moulded shallow tank", note: "for the ground, held down by stone in its openings" },
  { value: "round_cast", label: "round cast or mortar tank", note: "built in place, inside measures" },
  { value: "lying_cylinder", label: "lying cylinder", note: "as buried tanks are" },
  { value: "pit", label: "filled pit", note: "stone or crates, by void ratio" },
];

export const kindOf = (shape: Shape): Kind => {
  if (shape.kind === "upright_cylinder" && shape.liner) return "liner";
  if (shape.kind === "box" && shape.cast) return "cast";
  if (shape.kind === "precast" && shape.round) return "precast_round";
  return shape.kind;
};

type Measure = {
  field: string;
  label: string;
  kind: "length" | "volume" | "share" | "percent" | "bore";
  before?: string;
};

const length = (field: string, label: string, before = " × "): Measure => ({
  field,
  label,
  kind: "length",
  before,
});
const MEASURED: Record<Kind, Measure[]> = {
  volume: [{ field: "volume_l", label: "Volume", kind: "volume" }, length("height_m", "Height", ", height ")],
  upright_cylinder: [length("diameter_m", "Diameter", " ⌀ "), length("height_m", "Height")],
  slim: [length("length_m", "Length", " "), length("width_m", "Width"), length("height_m", "Height")],
  liner: [length("diameter_m", "Diameter", " ⌀ "), length("height_m", "Height")],
  box: [length("length_m", "Length", " "), length("width_m", "Width"), length("height_m", "Height")],
  cast: [length("length_m", "Length", " "), length("width_m", "Width"), length("height_m", "Height")],
  precast: [
    length("length_m", "Length", " "),
    length("width_m", "Width"),
    length("height_m", "Height"),
    { field: "wall_mm", label: "Wall", kind: "bore", before: ", wall " },
  ],
  precast_round: [
    length("length_m", "Diameter", " ⌀ "),
    length("height_m", "Height"),
    { field: "wall_mm", label: "Wall", kind: "bore", before: ", wall " },
  ],
  moulded: [
    length("length_m", "Length", " "),
    length("width_m", "Width"),
    length("height_m", "Height"),
    { field: "openings_share", label: "Openings", kind: "percent", before: ", openings " },
    { field: "stone_void_ratio", label: "Voids of the stone", kind: "percent", before: " with stone of voids " },
  ],
  round_cast: [
    length("diameter_m", "Diameter", " ⌀ "),
    length("height_m", "Height"),
    { field: "wall_mm", label: "Wall", kind: "bore", before: ", wall " },
    { field: "floor_mm", label: "Thickness of the floor", kind: "bore", before: ", floor " },
  ],
  lying_cylinder: [length("diameter_m", "Diameter", " ⌀ "), length("length_m", "Length")],
  pit: [
    length("length_m", "Length", " "),
    length("width_m", "Width"),
    length("height_m", "Depth"),
    { field: "void_ratio", label: "Void ratio", kind: "share", before: ", void ratio " },
    length("pipe_bore_m", "Bore of the pipes in it", ", pipes ⌀ "),
    { ...length("pipe_length_m", "Length of the pipes in it") },
    length("sump_m", "Depth of the sump", ", sump "),
  ],
};

/** What is measured of a shape. */
export const measuresOf = (shape: Shape) => MEASURED[kindOf(shape)];

const usual = (kind: Shape["kind"], field: string) => usualOf(`/cistern/tanks/*/shape/${field}`, kind);
const SLIM = {
  length_m: usual("slim", "length_m"),
  width_m: usual("slim", "width_m"),
  height_m: usual("slim", "height_m"),
};
const MOULDED = {
  length_m: usual("moulded", "length_m"),
  width_m: usual("moulded", "width_m"),
  height_m: usual("moulded", "height_m"),
  openings_share: usual("moulded", "openings_share"),
  stone_void_ratio: usual("moulded", "stone_void_ratio"),
};
const SLIM_L =
  1000 * ((SLIM.length_m - SLIM.width_m) * SLIM.width_m + (Math.PI / 4) * SLIM.width_m ** 2) * SLIM.height_m;
const MOST_ALIKE = 50;

const STOCK_L: Partial<Record<Kind, number>> = {
  slim: SLIM_L,
  moulded: 1000 * MOULDED.length_m * MOULDED.width_m * MOULDED.height_m * (1 - MOULDED.openings_share),
};

/** As many tanks of a kind that is sold in one size as hold about as much; nothing for other kinds. */
export function asManyAsHold(kind: Kind, at: string, litres: number): Operation[] {
  const each = STOCK_L[kind];
  if (each === undefined) return [];
  const count = Math.min(MOST_ALIKE, Math.max(1, Math.ceil(litres / each - 0.05)));
  return [...replace(`${at}/count`, count), ...assume(`${at}/count`)];
}

/** A shape of another kind, as a start: one that holds about as much, or slim tanks of the usual size. */
export function shapeAs(kind: Kind, litres: number, height: number): Shape {
  const floor = Math.max(litres / 1000 / height, 0.01);
  const round = (metres: number) => Number(Math.max(metres, 0.05).toFixed(2));
  const side = round(Math.sqrt(floor));
  switch (kind) {
    case "volume":
      return { kind, volume_l: Math.round(litres), height_m: height };
    case "upright_cylinder":
    case "liner":
      return {
        kind: "upright_cylinder",
        diameter_m: round(Math.sqrt((4 * floor) / Math.PI)),
        height_m: height,
        liner: kind === "liner",
        stated_l: null,
      };
    case "round_cast":
      return {
        kind,
        diameter_m: round(Math.sqrt((4 * floor) / Math.PI)),
        height_m: height,
        wall_mm: usual(kind, "wall_mm"),
        floor_mm: usual(kind, "floor_mm"),
        steel: true,
        floor_falls: true,
      };
    case "slim":
      return { kind, ...SLIM, stated_l: null };
    case "box":
    case "cast":
      return { kind: "box", length_m: side, width_m: side, height_m: height, cast: kind === "cast", stated_l: null };
    case "precast":
    case "precast_round": {
      const across = kind === "precast" ? side : round(Math.sqrt((4 * floor) / Math.PI));
      return {
        kind: "precast",
        round: kind === "precast_round",
        length_m: across,
        width_m: across,
        height_m: height,
        wall_mm: usual("precast", "wall_mm"),
      };
    }
    case "moulded":
      return { kind, ...MOULDED, stated_l: null };
    case "lying_cylinder":
      return { kind, diameter_m: height, length_m: round((4 * floor) / (Math.PI * height)) };
    case "pit": {
      const voids = usual("pit", "void_ratio");
      return {
        kind,
        length_m: round(side / Math.sqrt(voids)),
        width_m: round(side / Math.sqrt(voids)),
        height_m: height,
        void_ratio: voids,
        pipe_bore_m: 0,
        pipe_length_m: 0,
        sump_m: 0,
        paved: false,
      };
    }
  }
}

/** Measures of a shape that nobody has entered: all but a height that was entered before. */
export function guessed(at: string, shape: Shape, entered: number | null): Operation[] {
  const measures = Object.entries(shape).filter(
    ([field, value]) => typeof value === "number" && !(field === "height_m" && value === entered),
  );
  return assume(...measures.map(([field]) => `${at}/shape/${field}`));
}

/** Lets the heights within a tank follow when it is made lower than they are. */
export function withinHeight(at: string, tank: Tank, height: number): Operation[] {
  return [
    ...((tank.overflow_m ?? 0) > height ? replace(`${at}/overflow_m`, null) : []),
    ...((tank.inlet.height_m ?? 0) > height ? replace(`${at}/inlet/height_m`, null) : []),
  ];
}

export const heightOfShape = (shape: Shape) => (shape.kind === "lying_cylinder" ? shape.diameter_m : shape.height_m);

export const isHeight = (shape: Shape, field: string) =>
  field === (shape.kind === "lying_cylinder" ? "diameter_m" : "height_m");
