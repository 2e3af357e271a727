import type { Document } from "../../api/client";
import { addGuessed, editName } from "../../document/edits";
import { Entry } from "../../document/Entry";
import { NameEntry } from "../../document/NameEntry";
import { useDocument, usePlan } from "../../document/shown";
import { useEdits } from "../../document/workbench";
import { freshNumber } from "../../lib/freshNumber";
import { money } from "../../lib/units";
import { Choice } from "../../ui/Choice";

type Grant = Document["price"]["grants"][number];

/** What else is paid for: a permit, a crane, a skip. */
export function Costs() {
  const bench = useEdits();
  const { price } = useDocument("price");
  const { price: plan } = usePlan("price");
  const id = `other-${freshNumber("other", price.other)}`;
  return (
    <section aria-label="Other costs">
      <h2 className="heading">Other costs</h2>
      <ul>
        {price.other.map((each, row) => (
          <li
            key={each.id}
            className="flex flex-wrap items-baseline justify-between gap-x-4 border-b border-rule py-1"
          >
            <NameEntry
              label={`Name of ${each.name}`}
              path={`/price/other/${row}/name`}
              value={each.name}
              className="w-[30ch] max-w-full"
            />
            <span className="flex items-baseline gap-x-3">
              <span>
                {plan.currency}{" "}
                <Entry
                  label={`Amount of ${each.name}`}
                  path={`/price/other/${row}/amount`}
                  kind="money"
                  value={each.amount}
                />
              </span>
              <Remove name={each.name} path={`/price/other/${row}`} />
            </span>
          </li>
        ))}
      </ul>
      <button
        className="act-quiet no-print mt-2"
        onClick={() =>
          void bench.edit(
            "Added a cost",
            addGuessed("/price/other", price.other.length, { id, name: "Another cost", amount: 0 }, ["/amount"]),
          )
        }
      >
        Add a cost
      </button>
    </section>
  );
}

const KINDS = [
  { value: "grant", label: "grant" },
  { value: "rebate", label: "rebate" },
  { value: "credit", label: "tax credit" },
  { value: "exemption", label: "exemption from tax", note: "takes the tax off what it is for" },
] as const;
const OF = [
  { value: "all", label: "all of it" },
  { value: "materials", label: "the materials" },
  { value: "labour", label: "the labour" },
] as const;

/** What others pay of it, split by what it is given for. */
export function Grants() {
  const bench = useEdits();
  const { price } = useDocument("price");
  const { price: plan } = usePlan("price");
  const id = `grant-${freshNumber("grant", price.grants)}`;
  const set = (row: number, grant: Grant, change: Partial<Grant>) =>
    void bench.edit(
      editName(`${grant.name}: ${Object.values(change).join(", ")}`),
      Object.entries(change).map(([field, value]) => ({
        op: "replace" as const,
        path: `/price/grants/${row}/${field}`,
        value,
      })),
    );
  return (
    <section aria-label="Grants and rebates">
      <h2 className="heading">What others pay</h2>
      <ul>
        {price.grants.map((grant, row) => (
          <li key={grant.id} className="border-b border-rule py-1 leading-[1.9]">
            <NameEntry
              label={`Name of ${grant.name}`}
              path={`/price/grants/${row}/name`}
              value={grant.name}
              className="max-w-full [field-sizing:content]"
            />
            , a{" "}
            <Choice
              label={`Kind of ${grant.name}`}
              value={grant.kind}
              options={[...KINDS]}
              onChoose={(kind) => set(row, grant, { kind })}
            />{" "}
            of{" "}
            {grant.kind !== "exemption" && (
              <>
                {plan.currency}{" "}
                <Entry
                  label={`Amount of ${grant.name}`}
                  path={`/price/grants/${row}/amount`}
                  kind="money"
                  value={grant.amount}
                />
                , or{" "}
                <Entry
                  label={`Share of ${grant.name}`}
                  path={`/price/grants/${row}/share`}
                  kind="percent"
                  value={grant.share}
                />{" "}
                of{" "}
              </>
            )}
            <Choice
              label={`What ${grant.name} is for`}
              value={grant.of}
              options={[...OF]}
              onChoose={(of) => set(row, grant, { of })}
            />
            : <strong>{money(plan.currency, plan.granted[row] ?? 0)}</strong>{" "}
            <Remove name={grant.name} path={`/price/grants/${row}`} />
          </li>
        ))}
      </ul>
      <button
        className="act-quiet no-print mt-2"
        onClick={() =>
          void bench.edit(
            "Added a grant",
            addGuessed(
              "/price/grants",
              price.grants.length,
              { id, name: "Another grant", kind: "grant", of: "all", share: 0, amount: 0 },
              ["/of", "/share", "/amount"],
            ),
          )
        }
      >
        Add a grant
      </button>
    </section>
  );
}

function Remove({ name, path }: { name: string; path: string }) {
  const bench = useEdits();
  return (
    <button
      className="fix no-print"
      aria-label={`Remove ${name}`}
      onClick={() => void bench.edit(editName(`Removed ${name}`), [{ op: "remove", path }])}
    >
      Remove
    </button>
  );
}
