import { BuildSymbol } from "../stations/build/BuildSymbol";
import { CisternSymbol } from "../stations/cistern/CisternSymbol";
import { FirstFlushSymbol } from "../stations/first_flush/FirstFlushSymbol";
import { GroundSymbol } from "../stations/ground/GroundSymbol";
import { GuttersSymbol } from "../stations/gutters/GuttersSymbol";
import { HouseholdSymbol } from "../stations/household/HouseholdSymbol";
import { LogSymbol } from "../stations/log/LogSymbol";
import { OverflowSymbol } from "../stations/overflow/OverflowSymbol";
import { PermitsSymbol } from "../stations/permits/PermitsSymbol";
import { PriceSymbol } from "../stations/price/PriceSymbol";
import { PumpSymbol } from "../stations/pump/PumpSymbol";
import { RainSymbol } from "../stations/rain/RainSymbol";
import { RoofsSymbol } from "../stations/roofs/RoofsSymbol";
import { SurveySymbol } from "../stations/survey/SurveySymbol";
import { TreatmentSymbol } from "../stations/treatment/TreatmentSymbol";
import type { ComponentType } from "react";
import type { Stage } from "../api/client";
import type { SheetProps } from "../document/sheet";
import type { SymbolProps } from "../ui/fallLine";
import { fetched } from "../ui/fetched";

type StationOnScreen = {
  Sheet: ComponentType<SheetProps>;
  Symbol: ComponentType<SymbolProps>;
  /** Whether it is about what happens through the year, which the strip at the foot draws. */
  throughTheYear?: boolean;
};
const sheet = (load: () => Promise<ComponentType<SheetProps>>) => fetched(load, { thenTheRest: true });

/** The sheet of every station, and its piece of the fall. The server says which stations there are, and in what order. */
export const STATIONS: Record<Stage, StationOnScreen> = {
  survey: {
    Sheet: sheet(() => import("../stations/survey/SurveySheet").then((room) => room.SurveySheet)),
    Symbol: SurveySymbol,
  },
  permits: {
    Sheet: sheet(() => import("../stations/permits/PermitsSheet").then((room) => room.PermitsSheet)),
    Symbol: PermitsSymbol,
  },
  rain: {
    Sheet: sheet(() => import("../stations/rain/RainSheet").then((room) => room.RainSheet)),
    Symbol: RainSymbol,
    throughTheYear: true,
  },
  roofs: {
    Sheet: sheet(() => import("../stations/roofs/RoofsSheet").then((room) => room.RoofsSheet)),
    Symbol: RoofsSymbol,
    throughTheYear: true,
  },
  gutters: {
    Sheet: sheet(() => import("../stations/gutters/GuttersSheet").then((room) => room.GuttersSheet)),
    Symbol: GuttersSymbol,
  },
  first_flush: {
    Sheet: sheet(() => import("../stations/first_flush/FirstFlushSheet").then((room) => room.FirstFlushSheet)),
    Symbol: FirstFlushSymbol,
  },
  cistern: {
    Sheet: sheet(() => import("../stations/cistern/CisternSheet").then((room) => room.CisternSheet)),
    Symbol: CisternSymbol,
    throughTheYear: true,
  },
  overflow: {
    Sheet: sheet(() => import("../stations/overflow/OverflowSheet").then((room) => room.OverflowSheet)),
    Symbol: OverflowSymbol,
    throughTheYear: true,
  },
  pump: {
    Sheet: sheet(() => import("../stations/pump/PumpSheet").then((room) => room.PumpSheet)),
    Symbol: PumpSymbol,
  },
  treatment: {
    Sheet: sheet(() => import("../stations/treatment/TreatmentSheet").then((room) => room.TreatmentSheet)),
    Symbol: TreatmentSymbol,
  },
  household: {
    Sheet: sheet(() => import("../stations/household/HouseholdSheet").then((room) => room.HouseholdSheet)),
    Symbol: HouseholdSymbol,
    throughTheYear: true,
  },
  ground: {
    Sheet: sheet(() => import("../stations/ground/GroundSheet").then((room) => room.GroundSheet)),
    Symbol: GroundSymbol,
  },
  price: {
    Sheet: sheet(() => import("../stations/price/PriceSheet").then((room) => room.PriceSheet)),
    Symbol: PriceSymbol,
  },
  build: {
    Sheet: sheet(() => import("../stations/build/BuildSheet").then((room) => room.BuildSheet)),
    Symbol: BuildSymbol,
  },
  log: {
    Sheet: sheet(() => import("../stations/log/LogSheet").then((room) => room.LogSheet)),
    Symbol: LogSymbol,
  },
};
