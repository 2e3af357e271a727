import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useLocation } from "wouter";
import { Refused } from "../../api/client";
import type { Alternative, Standing, Who } from "../../api/client";
import { changeAlternative } from "../../api/alternatives";
import { removeProperty } from "../../api/removeProperty";
import { useDraft } from "../../document/useDraft";
import { capital } from "../../lib/words";
import { toast } from "../../ui/Toasts";

const STANDS: Record<Standing, string> = { main: "the main one", open: "", aside: "set aside" };

type Change = { name?: string; standing?: Standing };

/** One of the designs: its name, what its plan says, and what can be done with it. */
export function AlternativeRow(props: {
  shown: Alternative;
  open: boolean;
  /** The one from which the page was opened. */
  openId: string;
  role: Who["role"] | undefined;
}) {
  const { shown, open, openId, role } = props;
  const { id, name, standing, verdict } = shown;
  const cache = useQueryClient();
  const [, navigate] = useLocation();
  const [asked, setAsked] = useState(false);
  const anew = () =>
    Promise.all(["property", "properties", "beside"].map((key) => cache.invalidateQueries({ queryKey: [key] })));
  const failed = (error: Error) =>
    toast(
      error instanceof Refused
        ? `Not changed. ${capital(error.reason ?? error.message)}.`
        : "No connection to the server. Nothing was changed.",
    );
  const change = useMutation({
    mutationFn: (to: Change) => changeAlternative(id, to),
    onSuccess: anew,
    onError: failed,
  });
  const remove = useMutation({
    mutationFn: () => removeProperty(id),
    onSuccess: async () => {
      const main = cache.getQueryData<{ alternatives: Alternative[] }>(["property", openId])?.alternatives;
      if (open) navigate(`/p/${main?.find((each) => each.standing === "main")?.id ?? openId}/alternatives`);
      await anew();
    },
    onError: failed,
  });
  return (
    <li
      className="grid gap-x-6 gap-y-1 border-b border-rule py-3 small:grid-cols-[200px_minmax(0,1fr)]"
      aria-current={open ? "true" : undefined}
    >
      <div>
        <NameOf name={name} keep={(to) => change.mutate({ name: to })} />
        <p className="note">{[STANDS[standing], open && "open here"].filter(Boolean).join(", ")}</p>
      </div>
      <div className={standing === "aside" ? "text-ink-2" : ""}>
        <p className="max-w-[84ch]">{verdict}</p>
        <p className="mt-1 flex flex-wrap items-center gap-x-5">
          <Link className="fix py-1 max-desk:min-h-11" to={`/p/${id}/cistern`} aria-label={`Open ${name}`}>
            Open
          </Link>
          {standing !== "main" && (
            <>
              <button
                className="fix max-desk:min-h-11"
                aria-label={`Take as the main one: ${name}`}
                onClick={() => change.mutate({ standing: "main" })}
              >
                Take as the main one
              </button>
              <button
                className="fix max-desk:min-h-11"
                aria-label={standing === "aside" ? `Take up again: ${name}` : `Set aside: ${name}`}
                onClick={() => change.mutate({ standing: standing === "aside" ? "open" : "aside" })}
              >
                {standing === "aside" ? "Take up again" : "Set aside"}
              </button>
              {role !== "site" && (
                <button
                  className={`fix max-desk:min-h-11 ${asked ? "text-alarm" : ""}`}
                  aria-label={asked ? `Remove it for good, with all its revisions: ${name}` : `Remove ${name}`}
                  onBlur={() => setAsked(false)}
                  onClick={() => (asked ? remove.mutate() : setAsked(true))}
                >
                  {asked ? "Remove it for good, with all its revisions" : "Remove"}
                </button>
              )}
            </>
          )}
        </p>
      </div>
    </li>
  );
}

function NameOf({ name, keep }: { name: string; keep: (name: string) => void }) {
  const { draft, setDraft, field } = useDraft((typed) => {
    const next = typed.trim();
    if (next && next !== name) keep(next);
  });
  return (
    <input
      className="name head w-full border-b-2 border-transparent bg-transparent text-lead font-bold hover:border-water-5 focus:border-water-5 max-desk:min-h-11"
      aria-label={`Name of alternative ${name}`}
      maxLength={80}
      value={draft ?? name}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={field.onBlur}
      onKeyDown={(event) => {
        field.onKeyDown(event);
        if (event.key === "Enter") event.currentTarget.blur();
      }}
    />
  );
}
