import { vi } from "vitest";
import type { Document, Operation, PropertyState } from "../api/client";
import { demo } from "./demo";

const SMALL_CISTERN: Document["cistern"] = {
  ...demo.document.cistern,
  transfer_l_day: 86_000,
  fire_reserve_l: 3_000,
};

/** A property as small as it can be, for tests of what keeps and shows edits. */
export function smallState(changes: Partial<PropertyState> = {}): PropertyState {
  return {
    id: "p",
    revision: 1,
    label: "New",
    can_undo: false,
    can_redo: false,
    demo: null,
    alternatives: [{ id: "p", name: "A", standing: "main", verdict: "" }],
    record: null,
    daily: null,
    moved: "",
    document: {
      ...structuredClone(demo.document),
      name: "Hut",
      cistern: SMALL_CISTERN,
      assumed: ["/cistern/fire_reserve_l"],
    },
    plan: { stations: [], findings: [], verdict: "" } as unknown as PropertyState["plan"],
    ...changes,
  };
}

type Sent = {
  url: string;
  body: { base_revision: number; edit_id?: string; label?: string; direction?: string; operations?: Operation[] };
};

/** Answers the calls that the workbench makes, as the server would for replacements in the cistern. */
export class FakeServer {
  state = smallState();
  sent: Sent[] = [];
  /** Set to let every call fail as if the line were cut. */
  down = false;
  /** Set to refuse edits with this message. */
  refusal: string | null = null;
  /** Set to let edits be kept, and their answers get lost on the way. */
  silent = false;
  /** Edits are answered once this has happened. */
  held: Promise<unknown> = Promise.resolve();
  /** What is read is worked out at once, and answered once this has happened. */
  readsHeld: Promise<unknown> = Promise.resolve();
  /** How often it was read. */
  reads = 0;
  /** Labels of edits on which the server fails, whoever sends them. */
  fails: string[] = [];
  /** Ids of edits that were kept: the same one is kept once. */
  private kept = new Set<string>();

  constructor() {
    vi.stubGlobal("fetch", (input: Request) => this.answer(input));
  }

  edits(): Sent[] {
    return this.sent.filter(({ url }) => url.endsWith("/edits"));
  }

  /** Another window changes the property. */
  changeElsewhere(litres: number): void {
    this.keep([{ op: "replace", path: "/cistern/transfer_l_day", value: litres }], "Elsewhere");
  }

  private async answer(request: Request): Promise<Response> {
    if (this.down) throw new TypeError("Failed to fetch");
    const url = new URL(request.url).pathname;
    if (request.method === "GET") {
      const state = this.state;
      this.reads++;
      await this.readsHeld;
      return json(200, state);
    }
    const body = (await request.json()) as Sent["body"];
    this.sent.push({ url, body });
    if (url.endsWith("/preview")) return json(200, { ...this.state, document: this.applied(body.operations!) });
    await this.held;
    if (this.fails.includes(body.label ?? "")) return json(500, { errors: [], revision: null });
    if (this.refusal)
      return json(422, { errors: [{ field: "cistern.transfer_l_day", message: this.refusal }], revision: null });
    if (body.base_revision !== this.state.revision && !this.kept.has(body.edit_id!))
      return json(409, { errors: [{ field: "base_revision", message: "changed" }], revision: this.state.revision });
    if (url.endsWith("/steps")) {
      const revision = this.state.revision + (body.direction === "undo" ? -1 : 1);
      this.state = { ...this.state, revision, can_undo: revision > 1 };
      return json(200, this.state);
    }
    if (!this.kept.has(body.edit_id!)) this.keep(body.operations!, "Edit");
    this.kept.add(body.edit_id!);
    if (this.silent) return silence(request.signal);
    return json(200, this.state);
  }

  private keep(operations: Operation[], label: string): void {
    const revision = this.state.revision + 1;
    this.state = { ...this.state, revision, label, can_undo: true, document: this.applied(operations) };
  }

  private applied(operations: Operation[]): Document {
    const document = structuredClone(this.state.document);
    for (const { path, value } of operations) {
      const [, part, field] = path.split("/");
      (document[part as "cistern"] as Record<string, unknown>)[field!] = value;
      document.assumed = document.assumed.filter((pointer) => pointer !== path);
    }
    return document;
  }
}

const silence = (signal: AbortSignal) =>
  new Promise<never>((_, reject) =>
    signal.addEventListener("abort", () => reject(new DOMException("given up", "AbortError"))),
  );

const json = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { "content-type": "application/json" } });
