import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useLocation } from "wouter";
import { client, Refused, taken } from "../../api/client";
import { say } from "../../api/said";

/** Where an owner's link leads: it opens the one property, and the link goes from the address. */
export function OwnerPage() {
  const [, navigate] = useLocation();
  const cache = useQueryClient();
  const [problem, setProblem] = useState<string | null>(null);
  const asked = useRef(false);
  useEffect(() => {
    if (asked.current) return;
    asked.current = true;
    const token = location.hash.slice(1);
    taken(client.POST("/api/owner-link", { body: { token: token || "none" } })).then(
      ({ property_id }) => {
        cache.clear();
        say("nothing");
        navigate(`/p/${property_id}/cistern`, { replace: true });
      },
      (error: unknown) =>
        setProblem(
          error instanceof Refused
            ? "This link opens nothing any more. Ask the firm for another."
            : "The server does not answer. Try the link again when there is a connection.",
        ),
    );
  }, [cache, navigate]);
  return (
    <main className="grid h-full place-items-center p-6">
      <p role="status" className="max-w-[48ch]">
        {problem ?? "Opening the property."}
      </p>
    </main>
  );
}
