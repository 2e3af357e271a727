import { useQuery } from "@tanstack/react-query";
import { useParams, useSearchParams } from "wouter";
import { Refused } from "../../api/client";
import type { PropertyState } from "../../api/client";
import { pagesQuery, pdfAddress, pageAddress } from "../../api/papers";
import type { Paper, PaperName } from "../../api/papers";
import { Choice } from "../../ui/Choice";
import { PropertyPage } from "../PropertyPage";
import { Pages } from "./Pages";

const SHEETS: { value: PaperName; label: string; note: string }[] = [
  { value: "report", label: "Report for the owner", note: "the answer, the works, the price, what to do and when" },
  { value: "install", label: "Install sheet", note: "heights, cuts, holes and checks with blanks, for the crew" },
  { value: "survey", label: "Survey sheet", note: "all that has to be seen on the site, with blanks" },
  {
    value: "operating",
    label: "Operating sheet",
    note: "valves, failures, whom to call, for the wall of the plant room",
  },
  {
    value: "water_order",
    label: "Order for water",
    note: "how much, by when, and the way in, for whoever brings a load",
  },
  { value: "handover", label: "Hand-over pack", note: "what was tested and read, manuals, warranties, what is due" },
];
const PAPERS: { value: Paper; label: string }[] = [
  { value: "a4", label: "A4" },
  { value: "letter", label: "letter" },
];

/** What is handed over on paper, looked at before it is saved. */
export const PapersPage = () => (
  <PropertyPage
    name="On paper"
    opening="Opening the sheets."
    note="Worked out from the design as it stands now, and dated today. Every number is the one that the sheets on the screen show."
  >
    {(state) => <Sheets state={state} />}
  </PropertyPage>
);

function Sheets({ state }: { state: PropertyState }) {
  const { id } = useParams();
  const [search, setSearch] = useSearchParams();
  const usual: Paper = state.document.units === "us" ? "letter" : "a4";
  const name = SHEETS.find(({ value }) => value === search.get("sheet"))?.value ?? "report";
  const paper = PAPERS.find(({ value }) => value === search.get("paper"))?.value ?? usual;
  const query = useQuery(pagesQuery(id!, name, paper, state.revision));
  const set = (key: "sheet" | "paper", value: string) =>
    setSearch(
      (before) => {
        before.set(key, value);
        return before;
      },
      { replace: true },
    );
  const label = SHEETS.find(({ value }) => value === name)!.label;
  return (
    <>
      <div className="no-print mb-4 flex flex-wrap items-baseline justify-between gap-x-6 gap-y-2">
        <p className="text-lead">
          <Choice label="Which sheet" value={name} options={SHEETS} onChoose={(each) => set("sheet", each)} /> on{" "}
          <Choice label="Paper" value={paper} options={PAPERS} onChoose={(each) => set("paper", each)} />
          {query.data && `, ${query.data.pages} ${query.data.pages === 1 ? "page" : "pages"}`}
        </p>
        <a className="act" href={pdfAddress(id!, name, paper)} download>
          Save as PDF
        </a>
      </div>
      {query.isPending && (
        <p className="note" role="status">
          Setting the pages. It takes a moment.
        </p>
      )}
      {query.isError && (
        <p role="alert">
          {query.error instanceof Refused
            ? query.error.message
            : "The server does not answer. Pages are set where it does; try again then."}
        </p>
      )}
      {query.data && (
        <Pages
          label={label}
          paper={paper}
          addresses={Array.from({ length: query.data.pages }, (_, page) =>
            pageAddress(id!, name, paper, query.data.revision, page + 1),
          )}
        />
      )}
    </>
  );
}
