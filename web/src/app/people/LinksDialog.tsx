import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, taken } from "../../api/client";
import { linksQuery } from "../../api/queries";
import { useSaved } from "../../document/workbench";
import { whenKept } from "../../lib/dates";
import { TextDialog } from "../../ui/TextDialog";
import { toast } from "../../ui/Toasts";
import { LabelledField } from "../../ui/LabelledField";
import { propertyOf } from "../../api/shownBy";

/** Links by which an owner looks at this property: make one, see who has one, withdraw it. */
export function LinksDialog({ close }: { close: () => void }) {
  const { id, document } = useSaved();
  const cache = useQueryClient();
  const query = useQuery(linksQuery(id));
  const [givenTo, setGivenTo] = useState("");
  const [made, setMade] = useState<string | null>(null);
  const change = async (ask: () => Promise<unknown>) => {
    try {
      await ask();
    } catch {
      toast("It could not be done. Nothing was changed.");
    }
    await cache.invalidateQueries({ queryKey: ["links", id] });
  };
  const path = { property_id: propertyOf(id) };
  const make = () =>
    change(async () => {
      const { address } = await taken(
        client.POST("/api/properties/{property_id}/links", { params: { path }, body: { given_to: givenTo.trim() } }),
      );
      setMade(location.origin + address);
      setGivenTo("");
    });
  return (
    <TextDialog title="Links for the owner" width={620} open setOpen={(open) => !open && close()}>
      <p className="mt-2">
        Whoever has a link can look at {document.name}, all its sheets and its plan, without a password, and can
        change nothing. It opens no other property.
      </p>
      <form
        className="mt-4 flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void make();
        }}
      >
        <LabelledField
          label="For whom"
          className="min-w-[220px] flex-1"
          maxLength={80}
          placeholder="The owners"
          value={givenTo}
          setValue={setGivenTo}
        />
        <button className="act" disabled={!givenTo.trim()}>
          Make a link
        </button>
      </form>
      {made && (
        <div role="status" className="mt-4 border-[1.5px] border-ink bg-wall p-3">
          <p className="heading">The link, shown this once</p>
          <input
            className="field mt-1 w-full"
            readOnly
            aria-label="The link"
            value={made}
            onFocus={(event) => event.target.select()}
          />
          <button
            className="act-quiet mt-3"
            onClick={() =>
              void navigator.clipboard?.writeText(made).then(
                () => toast("Copied."),
                () => toast("It could not be copied; select it and copy it by hand."),
              )
            }
          >
            Copy it
          </button>
        </div>
      )}
      {query.isError && (
        <p role="alert" className="mt-4 text-alarm">
          The links could not be read.
        </p>
      )}
      <ul className="mt-4 border-t border-rule">
        {query.data?.map((link) => (
          <li key={link.id} className="flex flex-wrap items-center justify-between gap-x-4 border-b border-rule py-2">
            <span>
              <strong>{link.given_to}</strong>{" "}
              <span className="note">
                made by {link.made_by || "this machine"}, {whenKept(link.made_at)}
              </span>
            </span>
            <button
              className="act-quiet"
              onClick={() =>
                void change(() =>
                  taken(
                    client.DELETE("/api/properties/{property_id}/links/{link_id}", {
                      params: { path: { ...path, link_id: link.id } },
                    }),
                  ),
                )
              }
            >
              Withdraw
            </button>
          </li>
        ))}
        {query.data?.length === 0 && <li className="note py-2">Nobody has a link.</li>}
      </ul>
    </TextDialog>
  );
}
