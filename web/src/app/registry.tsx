import { CisternSheet } from "../stations/cistern/CisternSheet";
import { CisternSymbol } from "../stations/cistern/CisternSymbol";
import { FirstFlushSheet } from "../stations/first_flush/FirstFlushSheet";
import { FirstFlushSymbol } from "../stations/first_flush/FirstFlushSymbol";
import { GroundSheet } from "../stations/ground/GroundSheet";
import { GroundSymbol } from "../stations/ground/GroundSymbol";
import { GuttersSheet } from "../stations/gutters/GuttersSheet";
import { GuttersSymbol } from "../stations/gutters/GuttersSymbol";
import { HouseholdSheet } from "../stations/household/HouseholdSheet";
import { HouseholdSymbol } from "../stations/household/HouseholdSymbol";
import { OverflowSheet } from "../stations/overflow/OverflowSheet";
import { OverflowSymbol } from "../stations/overflow/OverflowSymbol";
import { PumpSheet } from "../stations/pump/PumpSheet";
import { PumpSymbol } from "../stations/pump/PumpSymbol";
import { RainSheet } from "../stations/rain/RainSheet";
import { RainSymbol } from "../stations/rain/RainSymbol";
import { RoofsSheet } from "../stations/roofs/RoofsSheet";
import { RoofsSymbol } from "../stations/roofs/RoofsSymbol";
import { TreatmentSheet } from "../stations/treatment/TreatmentSheet";
import { TreatmentSymbol } from "../stations/treatment/TreatmentSymbol";
import type { ComponentType } from "react";
import type { Stage } from "../api/client";
import type { SheetProps } from "../document/sheet";
import type { SymbolProps } from "../ui/fallLine";
import { NotBuilt } from "./NotBuilt";
import { NotBuiltSymbol } from "./NotBuiltSymbol";

type StationOnScreen = { Sheet: ComponentType<SheetProps>; Symbol: ComponentType<SymbolProps> };
const notBuilt: StationOnScreen = { Sheet: NotBuilt, Symbol: NotBuiltSymbol };

/** The sheet of every station, and its piece of the fall. The server says which stations there are, and in what order. */
export const STATIONS: Record<Stage, StationOnScreen> = {
  rain: { Sheet: RainSheet, Symbol: RainSymbol },
  roofs: { Sheet: RoofsSheet, Symbol: RoofsSymbol },
  gutters: { Sheet: GuttersSheet, Symbol: GuttersSymbol },
  first_flush: { Sheet: FirstFlushSheet, Symbol: FirstFlushSymbol },
  cistern: { Sheet: CisternSheet, Symbol: CisternSymbol },
  overflow: { Sheet: OverflowSheet, Symbol: OverflowSymbol },
  pump: { Sheet: PumpSheet, Symbol: PumpSymbol },
  treatment: { Sheet: TreatmentSheet, Symbol: TreatmentSymbol },
  household: { Sheet: HouseholdSheet, Symbol: HouseholdSymbol },
  ground: { Sheet: GroundSheet, Symbol: GroundSymbol },
  price: notBuilt,
  build: notBuilt,
  log: notBuilt,
};
