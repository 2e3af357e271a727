import type { EditToKeep } from "../api/queries";

/** An edit that waits. `base` is the revision its maker saw; null where it was made on top of the entry before it. */
export type Waiting = EditToKeep & { base: number | null };

/** Edits that the server has not acknowledged yet, in order, kept on this machine in case the page goes first. */
export class Outbox {
  private readonly key: string;
  private entries: Waiting[];
  private readonly listeners = new Set<() => void>();

  constructor(propertyId: string) {
    this.key = `lean-year-outbox-${propertyId}`;
    this.entries = this.stored();
  }

  first(): Waiting | undefined {
    return this.entries[0];
  }

  size = (): number => this.entries.length;

  /** For React: tells when the number of waiting entries may have changed. */
  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  add(edit: EditToKeep, seen: number | null): void {
    this.entries = [...this.entries, { ...edit, base: this.entries.length ? null : seen }];
    this.store();
  }

  /** The first entry was kept as `revision`; the next one, if made on top of it, now stands on that. */
  kept(revision: number): void {
    const [next, ...rest] = this.entries.slice(1);
    this.entries = next ? [{ ...next, base: next.base ?? revision }, ...rest] : [];
    this.store();
  }

  /** The first entry cannot be kept; what was made on top of it is tried on the revision it was made on. */
  refused(): void {
    const [first, next, ...rest] = this.entries;
    this.entries = next ? [{ ...next, base: next.base ?? first?.base ?? null }, ...rest] : [];
    this.store();
  }

  /** Hands over everything that waits. */
  takeAll(): Waiting[] {
    const all = this.entries;
    this.entries = [];
    this.store();
    return all;
  }

  private stored(): Waiting[] {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(this.key) ?? "[]");
      return Array.isArray(kept) ? (kept as Waiting[]) : [];
    } catch {
      return [];
    }
  }

  private store(): void {
    try {
      if (this.entries.length) localStorage.setItem(this.key, JSON.stringify(this.entries));
      else localStorage.removeItem(this.key);
    } catch {
      // Storage can be full or switched off; the entries still wait in this page.
    }
    this.listeners.forEach((listener) => listener());
  }
}
