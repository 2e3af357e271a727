import { useEffect } from "react";
import { Link, Redirect, useParams } from "wouter";
import { shownInstead } from "../../api/shownBy";
import { useDocument, usePlan } from "../../document/shown";
import { useConnection, useEdits, useSaved, useWho, WorkbenchProvider } from "../../document/workbench";
import { fetched } from "../../ui/fetched";
import { ScrollBox } from "../../ui/ScrollBox";
import { useArrival } from "../../ui/useArrival";
import { Saving } from "../Saving";
import { AddSupply } from "./AddSupply";
import { AllBought } from "./AllBought";
import { AllBuilt } from "./AllBuilt";
import { SitePicture } from "./SitePicture";
import { SupplyRows } from "./SupplyRows";
import { Transfers } from "./Transfers";
import { RoofsAndUses } from "./RoofsAndUses";

const ConflictDialog = fetched(async () => (await import("../ConflictDialog")).ConflictDialog);

/** All supplies of a property: how they do, who feeds and who serves whom, and the way to each. */
export function SuppliesPage() {
  const { id } = useParams();
  return (
    <WorkbenchProvider key={id} id={id!}>
      <Supplies />
    </WorkbenchProvider>
  );
}

function Supplies() {
  const { id, step } = useEdits();
  const saved = useSaved();
  const { levels, name, supply } = useDocument("levels", "name", "supply");
  const { together } = usePlan("together");
  const { conflict, offline, waiting } = useConnection();
  const reads = useWho()?.role === "owner";
  const main = useArrival<HTMLElement>("Supplies");
  useEffect(() => {
    document.title = `Supplies · ${name}`;
  }, [name]);
  const instead = shownInstead(id, supply.id);
  if (instead !== null) return <Redirect to={`/p/${instead}/supplies`} replace />;
  return (
    <div className="min-h-full bg-sheet">
      <header className="border-b-[1.5px] border-ink bg-wall">
        <div className="mx-auto flex max-w-[1120px] flex-wrap items-center justify-between gap-x-6 gap-y-2 px-4 py-4 small:px-6">
          <div className="min-w-0">
            <h1 className="head text-title leading-none font-bold">{name}: supplies</h1>
            <p className="head mt-1 text-lead leading-tight" data-testid="property-verdict" aria-live="polite">
              {together?.verdict ?? "This property has one supply."}
            </p>
          </div>
          <div className="no-print flex flex-wrap items-center gap-3">
            <Saving />
            <button
              className="act-quiet"
              disabled={!saved.can_undo || (offline && waiting > 0)}
              onClick={() => void step("undo")}
            >
              Undo
            </button>
            <Link className="act-quiet" to={`/p/${id}/cistern`}>
              Back to {together ? supply.name : "the sheets"}
            </Link>
          </div>
        </div>
      </header>
      <main
        ref={main}
        tabIndex={-1}
        aria-label="Supplies"
        className="mx-auto max-w-[1120px] px-4 py-5 outline-none small:px-6"
      >
        {together ? (
          <>
            <section aria-label="Who feeds whom">
              <h2 className="heading">
                Who feeds whom
                <span className="head-note">
                  heights over {levels.datum}; each tank pale when full, dark as low as it came in the record
                </span>
              </h2>
              <ScrollBox label="Picture of the supplies" className="mt-1">
                <SitePicture together={together} />
              </ScrollBox>
            </section>
            <SupplyRows together={together} />
            <div className="mt-6 grid gap-8 wide:grid-cols-2">
              <RoofsAndUses together={together} />
              <Transfers />
            </div>
            <AllBought />
            <AllBuilt />
          </>
        ) : (
          <p className="max-w-[76ch]">
            It can have more: a tank for the shed at the other end of the site, a barrel beside the house, a garden
            store under paving, tanks on the roof above a tank on the ground. Rain, roofs, people and survey are those
            of the whole property; each supply has its own tanks, water path, treatment, pump and ground, and a
            verdict of its own.
          </p>
        )}
        {!reads && <AddSupply />}
      </main>
      {conflict !== null && <ConflictDialog />}
    </div>
  );
}
