/** Tells the other tabs of this browser that a property, or what waits for it, has changed; nothing hears it here. */
export class OtherTabs {
  private channel: BroadcastChannel | null;

  constructor(propertyId: string, heard: () => void) {
    this.channel = "BroadcastChannel" in globalThis ? new BroadcastChannel(`lean-year-${propertyId}`) : null;
    if (this.channel) this.channel.onmessage = heard;
  }

  tell(): void {
    this.channel?.postMessage(null);
  }

  close(): void {
    this.channel?.close();
    this.channel = null;
  }
}

/** A tab that does work for so long is asleep, or hangs. */
const LONGEST_MS = 20_000;

/** Does work while no other tab of this browser does work of the same name, or has done so for too long: it must be
 * safe to do twice at a time. */
export async function alone(name: string, work: () => Promise<void>): Promise<void> {
  // Only a page that came over TLS or from this machine has locks.
  if (!("locks" in navigator)) return work();
  let begun = false;
  const waits = new AbortController();
  const timer = setTimeout(() => waits.abort(), LONGEST_MS);
  try {
    await navigator.locks.request(name, { signal: waits.signal }, () => {
      begun = true;
      clearTimeout(timer);
      return work();
    });
  } catch (error) {
    if (begun) throw error;
    await work();
  } finally {
    clearTimeout(timer);
  }
}
