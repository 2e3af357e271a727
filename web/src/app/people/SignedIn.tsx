import { useSignOut } from "./useSignOut";

/** Who is signed in, on the list of properties. */
export function SignedIn({ name }: { name: string }) {
  const signOut = useSignOut();
  return (
    <span className="flex items-center gap-3">
      <span className="note">{name}</span>
      <button className="act-quiet" onClick={() => void signOut("/api/sign-out")}>
        Sign out
      </button>
    </span>
  );
}
