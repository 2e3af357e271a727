import type { Who } from "../../api/client";
import { LinksDialog } from "./LinksDialog";
import { PasswordDialog } from "./PasswordDialog";

export type PeopleDialogKind = "links" | "password";

export function PeopleDialog(props: { who: Who; kind: PeopleDialogKind; close: () => void }) {
  const { who, kind, close } = props;
  if (kind === "links") return <LinksDialog close={close} />;
  return <PasswordDialog shortest={who.shortest_password} close={close} />;
}
