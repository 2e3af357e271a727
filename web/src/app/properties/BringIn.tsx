import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { useLocation } from "wouter";
import { client, Refused, taken } from "../../api/client";
import { asFile, propertyQuery } from "../../api/queries";
import { toast } from "../../ui/Toasts";

const DEMOS: Record<string, { name: string; about: string }> = {
  saltmarrow: {
    name: "Saltmarrow",
    about: "An invented farmstead on an island: winter rain, a dry summer, no mains.",
  },
  "brindle-landing": {
    name: "Brindle Landing",
    about: "An invented workshop on a cold lake: snow, a buried tank, US units.",
  },
  "lantern-row": {
    name: "Number Nine, Lantern Row",
    about: "An invented terrace: slim linked tanks, topped up from the mains.",
  },
};

/** Loads a demo that is not there yet. */
export function DemoButton({ demo }: { demo: string }) {
  const [, navigate] = useLocation();
  const cache = useQueryClient();
  const load = useMutation({
    mutationFn: () => taken(client.POST("/api/properties/demo/{name}", { params: { path: { name: demo } } })),
    onSuccess: (state) => {
      cache.setQueryData(propertyQuery(state.id).queryKey, state);
      void cache.invalidateQueries({ queryKey: ["properties"], refetchType: "none" });
      navigate(`/p/${state.id}/cistern`);
    },
    onError: () => toast("The demo could not be loaded: the server does not answer."),
  });
  return (
    <p className="mt-5">
      <button className="act-quiet" disabled={load.isPending} onClick={() => load.mutate()}>
        {load.isPending ? "Loading" : `Load the demo, ${DEMOS[demo]?.name ?? demo}`}
      </button>
      <span className="note ml-4">{DEMOS[demo]?.about}</span>
    </p>
  );
}

/** A property file, or a bundle with its photos: which of them it is, is seen by how it begins. */
async function openFile(file: File) {
  const start = new Uint8Array(await file.slice(0, 2).arrayBuffer());
  const zipped = String.fromCharCode(...start) === "PK";
  const sent = { body: file as unknown as string, ...asFile };
  return taken(zipped ? client.POST("/api/properties/bundle", sent) : client.POST("/api/properties/file", sent));
}

/** Brings in a property file that was saved from here, or by the command line. */
export function OpenFileButton() {
  const [, navigate] = useLocation();
  const cache = useQueryClient();
  const picker = useRef<HTMLInputElement>(null);
  const open = useMutation({
    mutationFn: openFile,
    onSuccess: (state) => {
      cache.setQueryData(propertyQuery(state.id).queryKey, state);
      void cache.invalidateQueries({ queryKey: ["properties"], refetchType: "none" });
      navigate(`/p/${state.id}/cistern`);
    },
    onError: (error) =>
      toast(
        error instanceof Refused
          ? `This is no property file that can be opened. ${error.message}.`
          : "The server does not answer. Nothing was opened.",
      ),
  });
  return (
    <>
      <input
        ref={picker}
        type="file"
        accept=".json,.zip,application/json,application/zip"
        className="sr-only"
        aria-label="Property file"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) open.mutate(file);
          event.target.value = "";
        }}
      />
      <button className="act-quiet" disabled={open.isPending} onClick={() => picker.current?.click()}>
        {open.isPending ? "Opening" : "Open a property file"}
      </button>
    </>
  );
}
