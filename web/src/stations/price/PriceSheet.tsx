import type { ReactNode } from "react";
import { Link } from "wouter";
import { Cautions, Findings } from "../../document/Findings";
import { NameEntry } from "../../document/NameEntry";
import { useDocument, usePlan } from "../../document/shown";
import { useEdits } from "../../document/workbench";
import { MainAndAside } from "../../ui/MainAndAside";
import { Views } from "../../ui/Views";
import { CutsView } from "./CutsView";
import { useLines } from "./lines";
import { OwnView } from "./OwnView";
import { PriceView } from "./PriceView";
import { ToBuyView } from "./ToBuyView";
import { WaysView } from "./WaysView";

/** What the design is bought as: one list, one trip. */
export function PriceSheet() {
  const { price, findings, together } = usePlan("price", "findings", "together");
  const { supply, prices } = useDocument("supply", "prices");
  const { id } = useEdits();
  const lines = useLines();
  if (!Array.isArray(lines))
    return (
      <p>{lines === null ? "Opening." : "The list of parts is not kept here: it takes a connection to open it."}</p>
    );
  const wanted = lines.filter((line) => line.quantity > 0);
  const bought = wanted.filter((line) => line.bought).length;
  const shops = new Set(wanted.map((line) => line.group)).size;
  const beside = (body: ReactNode) => (
    <MainAndAside aside={aside} label="What to take care of">
      {body}
    </MainAndAside>
  );
  const aside = (
    <>
      <Findings findings={findings.filter((finding) => finding.stage === "price")} />
      <Cautions cautions={price.cautions} />
    </>
  );
  return (
    <>
      <div className="flex flex-col gap-x-8 desk:flex-row">
        <h1 className="title shrink-0 pt-0.5">Parts & price</h1>
        <p className="leading-[1.75]">
          {wanted.length === 0
            ? "The design asks for nothing to be bought yet."
            : `${wanted.length} parts from ${shops} ${shops === 1 ? "place" : "places"}, each asked for by the design. ${bought === 0 ? "None is ticked off yet." : `${bought} of them ${bought === 1 ? "is" : "are"} ticked off.`}`}{" "}
          Amounts are in{" "}
          <NameEntry
            label="Currency"
            path="/prices/currency"
            value={prices.currency}
            className="word w-[4ch] border-water-5! text-center"
            most={4}
          />
          ; another sign converts nothing.
          {together && (
            <>
              {" "}
              <strong>Of {supply.name} alone</strong>: each supply of the property has a list and a price of its own.{" "}
              <Link className="fix" to={`/p/${id}/supplies`}>
                All of them in one list
              </Link>
            </>
          )}
        </p>
      </div>
      <Views
        label="Parts of the list"
        views={[
          { key: "buy", name: "To buy", body: beside(<ToBuyView lines={lines} />) },
          { key: "cuts", name: "Cuts", body: beside(<CutsView lines={lines} />) },
          { key: "price", name: "Price", body: beside(<PriceView lines={lines} />) },
          { key: "own", name: "To keep", body: beside(<OwnView />) },
          { key: "ways", name: "Other ways", body: beside(<WaysView />) },
        ]}
      />
    </>
  );
}
