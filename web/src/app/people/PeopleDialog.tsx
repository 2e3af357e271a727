import { LinksDialog } from "./LinksDialog";
import { PasswordDialog } from "./PasswordDialog";

export type PeopleDialogKind = "links" | "password";

export function PeopleDialog({ kind, close }: { kind: PeopleDialogKind; close: () => void }) {
  return kind === "links" ? <LinksDialog close={close} /> : <PasswordDialog close={close} />;
}
