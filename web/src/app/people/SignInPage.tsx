import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, Refused, taken } from "../../api/client";
import { whoQuery } from "../../api/queries";
import { say } from "../../api/said";
import { capital } from "../../lib/words";
import { LabelledField } from "../../ui/LabelledField";

/** Asks who comes, over whatever page is open: nothing that was typed there goes. */
export function SignInPage() {
  const cache = useQueryClient();
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const [asking, setAsking] = useState(false);
  const signIn = async () => {
    setAsking(true);
    setProblem(null);
    try {
      const who = await taken(client.POST("/api/sign-in", { body: { name, password } }));
      cache.setQueryData(whoQuery().queryKey, who);
      say("nothing");
      void cache.refetchQueries({ predicate: ({ state }) => state.status === "error" });
      dispatchEvent(new Event("online")); // what waits to be sent can go now
    } catch (error) {
      setProblem(
        error instanceof Refused
          ? (error.reason ?? error.message)
          : "the server does not answer; try again when there is a connection",
      );
    } finally {
      setAsking(false);
    }
  };
  return (
    <div
      role="dialog"
      aria-modal="true"
      aria-labelledby="sign-in"
      className="fixed inset-0 z-50 overflow-auto bg-wall"
    >
      <form
        className="mx-auto mt-[12vh] max-w-[400px] border-[1.5px] border-ink bg-sheet p-6"
        onSubmit={(event) => {
          event.preventDefault();
          void signIn();
        }}
      >
        <p className="head text-sub font-bold">Lean Year</p>
        <h1 id="sign-in" className="title mt-1">
          Sign in
        </h1>
        <LabelledField
          label="Name"
          className="mt-5 block"
          autoComplete="username"
          autoFocus
          required
          value={name}
          setValue={setName}
        />
        <LabelledField
          label="Password"
          type="password"
          autoComplete="current-password"
          required
          value={password}
          setValue={setPassword}
        />
        {problem && (
          <p role="alert" className="mt-3 font-semibold text-alarm">
            {capital(problem)}.
          </p>
        )}
        <button className="act mt-5" disabled={asking}>
          {asking ? "Signing in" : "Sign in"}
        </button>
        <p className="note mt-5">
          Forgotten? Whoever runs the firm&rsquo;s server gives you another password. Changes that wait on this device
          are kept, and go out under the name that signs in here next.
        </p>
      </form>
    </div>
  );
}
