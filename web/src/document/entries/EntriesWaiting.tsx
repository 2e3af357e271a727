import { useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { sendEntry } from "../../api/build";
import { BoxWaiting } from "../BoxWaiting";
import { useSending } from "../useSending";
import { BoxSender } from "../waitingBox";
import { useEdits } from "../workbench";
import { entryBoxOf } from "./entryBox";
import { putIn, useEntryBox } from "./useEntryBox";

/** Sends what was written down in this browser, and says how much waits; what was refused, with its reason. */
export function EntriesWaiting() {
  const { id, accept } = useEdits();
  const cache = useQueryClient();
  const box = entryBoxOf(id);
  const { unsent } = useEntryBox();
  const sender = useMemo(
    () =>
      new BoxSender(box, async ({ property, entry }, signal) => {
        accept(await sendEntry(property, entry, signal));
        // What is shown of the build is asked for anew before the entry leaves the box, so that it never disappears.
        await Promise.all(["build", "log"].map((key) => cache.invalidateQueries({ queryKey: [key, property] })));
      }),
    [accept, box, cache],
  );
  const reached = useSending(box, sender, putIn);
  return <BoxWaiting box={box} unsent={unsent} reached={reached} one="entry" many="entries" />;
}
