import { DropdownMenu } from "radix-ui";
import type { Who } from "../../api/client";
import type { PeopleDialogKind } from "./PeopleDialog";
import { useSignOut } from "./useSignOut";

/** What somebody who is signed in finds in the menu. */
export function PeopleItems({ who, open }: { who: Who; open: (kind: PeopleDialogKind) => void }) {
  const signOut = useSignOut();
  if (who.role === "owner") return null;
  return (
    <>
      <DropdownMenu.Separator className="my-1 border-t border-rule" />
      <DropdownMenu.Label className="note px-4 py-1">Signed in as {who.name}</DropdownMenu.Label>
      {who.role === "office" && (
        <DropdownMenu.Item className="menu-item" onSelect={() => open("links")}>
          Links for the owner
        </DropdownMenu.Item>
      )}
      <DropdownMenu.Item className="menu-item" onSelect={() => open("password")}>
        Change password
      </DropdownMenu.Item>
      <DropdownMenu.Item className="menu-item" onSelect={() => void signOut("/api/sign-out")}>
        Sign out
      </DropdownMenu.Item>
      <DropdownMenu.Item className="menu-item" onSelect={() => void signOut("/api/sign-out-everywhere")}>
        Sign out everywhere
      </DropdownMenu.Item>
    </>
  );
}
