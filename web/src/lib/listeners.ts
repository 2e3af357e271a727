/** Whoever wants to hear of a change: what React's `useSyncExternalStore` subscribes to. */
export class Listeners {
  private readonly all = new Set<() => void>();

  subscribe = (listener: () => void): (() => void) => {
    this.all.add(listener);
    return () => void this.all.delete(listener);
  };

  tell(): void {
    this.all.forEach((listener) => listener());
  }
}
