import { useQueryClient } from "@tanstack/react-query";
import { client, Refused, taken } from "../../api/client";
import { forgetAnswers } from "../../api/keptAnswers";
import { say } from "../../api/said";
import { toast } from "../../ui/Toasts";

/** Signs out, here or everywhere; what this device kept to look at goes, what waits to be sent stays. */
export function useSignOut() {
  const cache = useQueryClient();
  return async (address: "/api/sign-out" | "/api/sign-out-everywhere") => {
    try {
      await taken(client.POST(address));
    } catch (error) {
      if (!(error instanceof Refused)) return toast("No connection: you are still signed in.");
    }
    say("signed_out");
    cache.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== "property" });
    await forgetAnswers();
  };
}
