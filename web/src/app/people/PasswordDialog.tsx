import { useState } from "react";
import { client, Refused, taken } from "../../api/client";
import { capital } from "../../lib/words";
import { EntryDialog } from "../../ui/EntryDialog";
import { toast } from "../../ui/Toasts";
import { LabelledField } from "../../ui/LabelledField";

export function PasswordDialog({ shortest, close }: { shortest: number; close: () => void }) {
  const [password, setPassword] = useState("");
  const [next, setNext] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const change = async () => {
    try {
      await taken(client.POST("/api/password", { body: { password, new_password: next } }));
      toast("The password is changed. Every other browser is signed out.");
      close();
    } catch (error) {
      const said = error instanceof Refused ? error.reason : undefined;
      setProblem(said ? `${capital(said)}.` : "The server does not answer.");
    }
  };
  return (
    <EntryDialog
      title="Change password"
      asks={`At least ${shortest} characters; four or five words that only you would put together are easy to keep. Every other browser that is signed in as you is signed out.`}
      width={440}
      open
      setOpen={(open) => !open && close()}
      problem={problem}
      action={{ label: "Change it", act: () => void change(), disabled: !password || next.length < shortest }}
    >
      <LabelledField
        label="The password in use"
        type="password"
        autoComplete="current-password"
        value={password}
        setValue={setPassword}
      />
      <LabelledField
        label="The new one"
        type="password"
        autoComplete="new-password"
        value={next}
        setValue={setNext}
      />
    </EntryDialog>
  );
}
