import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useLocation } from "wouter";
import { Refused } from "../../api/client";
import type { Alternative } from "../../api/client";
import { addAlternative } from "../../api/alternatives";
import { propertyQuery } from "../../api/queries";
import { capital } from "../../lib/words";

const MOST = 12;
const LETTERS = "ABCDEFGHIJKL";

/** Begins one more design from the one that is open. */
export function NewAlternative({ id, from, taken }: { id: string; from: string; taken: Alternative[] }) {
  const cache = useQueryClient();
  const [, navigate] = useLocation();
  const free = [...LETTERS].find((letter) => !taken.some(({ name }) => name === letter)) ?? "";
  const [typed, setTyped] = useState<string | null>(null);
  const name = (typed ?? free).trim();
  const add = useMutation({
    mutationFn: () => addAlternative(id, name),
    onSuccess: (state) => {
      cache.setQueryData(propertyQuery(state.id).queryKey, state);
      void cache.invalidateQueries({ queryKey: ["property"], refetchType: "none" });
      void cache.invalidateQueries({ queryKey: ["properties"], refetchType: "none" });
      navigate(`/p/${state.id}/alternatives`);
      setTyped(null);
    },
  });
  if (taken.length >= MOST) return <p className="note mt-3">There are {MOST}, as many as there may be.</p>;
  const problem = add.error
    ? add.error instanceof Refused
      ? `${capital(add.error.reason ?? add.error.message)}.`
      : "The server does not answer. Nothing was made."
    : null;
  return (
    <form
      className="mt-4 flex flex-wrap items-center gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (name && !add.isPending) add.mutate();
      }}
    >
      <label className="flex flex-wrap items-center gap-x-3">
        <span>One more, that begins as {from} stands, called</span>
        <input
          className="field w-[18ch]"
          maxLength={80}
          value={typed ?? free}
          aria-label="Name of the new alternative"
          aria-invalid={problem !== null}
          onChange={(event) => {
            setTyped(event.target.value);
            add.reset();
          }}
        />
      </label>
      <button className="act-quiet" disabled={!name || add.isPending}>
        Make it
      </button>
      {problem && (
        <p role="alert" className="basis-full text-alarm">
          {problem}
        </p>
      )}
    </form>
  );
}
