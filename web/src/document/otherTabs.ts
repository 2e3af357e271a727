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

/** Does work while no other tab of this browser does work of the same name. */
export async function alone(name: string, work: () => Promise<void>): Promise<void> {
  // Only a page that came over TLS or from this machine has locks; the server keeps the same edit once anyway.
  await ("locks" in navigator ? navigator.locks.request(name, work) : work());
}
