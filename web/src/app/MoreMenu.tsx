import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import { Link, useLocation } from "wouter";
import { copyProperty } from "../api/queries";
import { useEdits, useSaved, useWho } from "../document/workbench";
import { toggleLight, useLight } from "../lib/light";
import { fetched } from "../ui/fetched";
import { toast } from "../ui/Toasts";
import type { PeopleDialogKind } from "./people/PeopleDialog";
import { addressOf } from "../api/addresses";

const NameDialog = fetched(async () => (await import("./NameDialog")).NameDialog);
const PeopleDialog = fetched(async () => (await import("./people/PeopleDialog")).PeopleDialog);
const PeopleItems = fetched(async () => (await import("./people/PeopleItems")).PeopleItems);

/** As this machine's keyboard writes it. */
const JUMP_KEYS = /Mac|iP/.test(navigator.platform) ? "⌘ K" : "Ctrl K";

export type Opens = { openHelp: () => void; openGlossary: () => void; openJump: () => void };

/** What is done with a property seldom, and the ways out of it. */
export function MoreMenu({ openHelp, openGlossary, openJump }: Opens) {
  const saved = useSaved();
  const { id } = useEdits();
  const light = useLight();
  const who = useWho();
  const [naming, setNaming] = useState(false);
  const [, navigate] = useLocation();
  const duplicate = async () => {
    try {
      const copied = await copyProperty(saved.id);
      navigate(`/p/${copied.id}/cistern`);
      toast(`This is ${copied.document.name}.`);
    } catch {
      toast("It could not be duplicated: the server did not take it. Nothing was changed.");
    }
  };
  const [peopleOpen, setPeopleOpen] = useState<PeopleDialogKind | null>(null);
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="ml-1 grid size-11 place-items-center" aria-label="More" title="More">
          <svg width="22" height="22" viewBox="0 0 22 22" stroke="currentColor" strokeWidth="2" aria-hidden="true">
            <path d="M4 6h14M4 11h14M4 16h14" />
          </svg>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content className="menu min-w-[230px]" align="end" sideOffset={6}>
            <DropdownMenu.Item className="menu-item" asChild>
              <a href={addressOf("/api/properties/{property_id}/file", { property_id: saved.id })} download>
                Save as a property file
              </a>
            </DropdownMenu.Item>
            <DropdownMenu.Item className="menu-item" asChild>
              <a href={addressOf("/api/properties/{property_id}/bundle", { property_id: saved.id })} download>
                Save with its photos
              </a>
            </DropdownMenu.Item>
            <DropdownMenu.Item className="menu-item" onSelect={() => setNaming(true)}>
              Name and place
            </DropdownMenu.Item>
            <DropdownMenu.Item className="menu-item" asChild>
              <Link to={`/p/${id}/supplies`}>Supplies</Link>
            </DropdownMenu.Item>
            {who?.role !== "owner" && (
              <>
                <DropdownMenu.Item className="menu-item" asChild>
                  <Link to={`/p/${saved.id}/alternatives`}>Alternatives</Link>
                </DropdownMenu.Item>
                <DropdownMenu.Item className="menu-item" asChild>
                  <Link to={`/p/${id}/papers`}>Report and sheets on paper</Link>
                </DropdownMenu.Item>
                <DropdownMenu.Item className="menu-item" asChild>
                  <Link to={`/p/${saved.id}/quotes`}>Quotes</Link>
                </DropdownMenu.Item>
              </>
            )}
            <DropdownMenu.Item className="menu-item" onSelect={() => void duplicate()}>
              Duplicate
            </DropdownMenu.Item>
            <DropdownMenu.Item className="menu-item" onSelect={() => window.print()}>
              Print this sheet
            </DropdownMenu.Item>
            <DropdownMenu.Item className="menu-item" onSelect={openJump}>
              Go to <span className="note">{JUMP_KEYS}</span>
            </DropdownMenu.Item>
            <DropdownMenu.Item className="menu-item" onSelect={toggleLight}>
              {light === "dark" ? "Paper by day" : "Dark, for the van at night"}
            </DropdownMenu.Item>
            <DropdownMenu.Item className="menu-item" onSelect={openHelp}>
              Keys <span className="note">?</span>
            </DropdownMenu.Item>
            <DropdownMenu.Item className="menu-item" onSelect={openGlossary}>
              Words of the trade
            </DropdownMenu.Item>
            {who?.role !== "owner" && (
              <>
                <DropdownMenu.Item className="menu-item" asChild>
                  <Link to="/prices">Price book</Link>
                </DropdownMenu.Item>
                <DropdownMenu.Item className="menu-item" asChild>
                  <Link to="/shelf">Shelf</Link>
                </DropdownMenu.Item>
              </>
            )}
            <DropdownMenu.Item className="menu-item" asChild>
              <Link to="/sums">Quick sums</Link>
            </DropdownMenu.Item>
            <DropdownMenu.Item className="menu-item" asChild>
              <Link to="/">All properties</Link>
            </DropdownMenu.Item>
            {who?.asked && <PeopleItems who={who} open={setPeopleOpen} />}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {naming && <NameDialog close={() => setNaming(false)} />}
      {peopleOpen && who && <PeopleDialog who={who} kind={peopleOpen} close={() => setPeopleOpen(null)} />}
    </>
  );
}
