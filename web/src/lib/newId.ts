/** A new name for a change, as no other has it. Browsers offer `randomUUID` only where the page came by TLS or from
 * their own machine; a firm's network without TLS has neither. */
export function newId(): string {
  if (typeof crypto.randomUUID === "function") return crypto.randomUUID();
  return [...crypto.getRandomValues(new Uint8Array(16))].map((byte) => byte.toString(16).padStart(2, "0")).join("");
}
