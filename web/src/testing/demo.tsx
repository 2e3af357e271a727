import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render } from "@testing-library/react";
import { useState } from "react";
import type { ReactNode } from "react";
import { vi } from "vitest";
import { Router } from "wouter";
import { memoryLocation } from "wouter/memory-location";
import type { BuildWork } from "../api/build";
import type { LogWork } from "../api/log";
import type { Comparisons, Part, PropertyState } from "../api/client";
import { WorkbenchProvider } from "../document/workbench";
import awkwardStates from "./awkwardStates.json";
import demoState from "./demoState.json";

/** A property as the server answers it, with what is asked for on its own: its parts, its comparisons, the work of its build, its log. */
export type WithParts = PropertyState & { parts: Part[]; compared: Comparisons; work: BuildWork; log: LogWork };

/** The demo properties as the server answers them, with their real plans. */
const states = demoState as unknown as Record<"saltmarrow" | "brindle-landing" | "lantern-row", WithParts>;
export const demo = states.saltmarrow;
export const buried = states["brindle-landing"];
export const terrace = states["lantern-row"];

/** Designs with as much switched on, or wrong, as can be at once. */
export const awkward = awkwardStates as unknown as Record<keyof typeof awkwardStates, WithParts>;

/** The operations of the last edit or preview that was sent. */
export function lastOperations(calls: Call[], kind: "edits" | "preview" = "edits") {
  const call = calls.filter(({ path }) => path.endsWith(`/${kind}`)).at(-1);
  return call ? (JSON.parse(call.body) as { operations: unknown[] }).operations : null;
}

type Call = { method: string; path: string; query: URLSearchParams; body: string };
type Answered = [status: number, body: unknown];
type Answer = (call: Call) => Answered | Promise<Answered>;

/** A property as it was recorded, by its id. */
const recorded = (id: string) =>
  [...Object.values(states), ...Object.values(awkward)].find((state) => state.id === id);
const NO_WORK: BuildWork = { tasks: [], points: [], gone: [], useful: null, version: 0 };

/** Answers every call by the first handler whose "METHOD /path" begins the call's; keeps what was called. */
export function answerCalls(handlers: Record<string, Answer>): Call[] {
  const calls: Call[] = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    const url = new URL(request.url);
    const body = request.method === "GET" ? "" : await request.text();
    const call = { method: request.method, path: url.pathname, query: url.searchParams, body };
    calls.push(call);
    // Fixes are tried beside everything else, some time after: a test that is about them says what comes of it.
    const own = Object.keys(handlers).some((start) => start.endsWith("/fixes"));
    if (url.pathname.endsWith("/fixes") && !own) return Response.json([]);
    const asksFor = (ending: string) =>
      url.pathname.endsWith(ending) && !Object.keys(handlers).some((start) => start.endsWith(ending));
    const property = recorded(url.pathname.split("/")[3]!);
    if (asksFor("/parts")) return Response.json(property?.parts ?? []);
    if (asksFor("/cistern-comparisons")) return Response.json(property?.compared ?? demo.compared);
    if (asksFor("/build")) return Response.json(property?.work ?? NO_WORK);
    if (asksFor("/devices")) return Response.json([]);
    if (asksFor("/log")) return Response.json(property?.log ?? demo.log);
    const handler = Object.entries(handlers).find(([start]) => `${call.method} ${call.path}`.startsWith(start));
    const [status, answer] = handler
      ? await handler[1](call)
      : [404, { errors: [{ field: "id", message: "not here" }] }];
    return new Response(status === 204 ? null : JSON.stringify(answer), {
      status,
      headers: { "content-type": "application/json" },
    });
  });
  return calls;
}

/** A part of the interface over the demo property; `more` answers what is not the property's own. */
export function renderOnDemo(
  part: ReactNode,
  state: PropertyState & { parts?: Part[]; compared?: Comparisons; work?: BuildWork; log?: LogWork } = demo,
  at = "/",
  more: Record<string, Answer> = {},
) {
  const calls = answerCalls({
    [`GET /api/properties/${state.id}/parts`]: () => [200, state.parts ?? []],
    [`GET /api/properties/${state.id}/cistern-comparisons`]: () => [200, state.compared ?? demo.compared],
    [`GET /api/properties/${state.id}/build`]: () => [200, state.work ?? NO_WORK],
    [`GET /api/properties/${state.id}/log`]: () => [200, state.log ?? demo.log],
    ...more,
    "GET /api/properties/": () => [200, state],
    "POST /api/properties/": () => [200, state],
  });
  renderInApp(<WorkbenchProvider id={state.id}>{part}</WorkbenchProvider>, at);
  return calls;
}

/** Parts that read the address, at one that no browser's bar shows. */
export function AtAddress({ at, children }: { at: string; children: ReactNode }) {
  const [place] = useState(() => memoryLocation({ path: at }));
  return (
    <Router hook={place.hook} searchHook={place.searchHook}>
      {children}
    </Router>
  );
}

export function renderInApp(part: ReactNode, at = "/") {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  render(
    <QueryClientProvider client={queries}>
      <AtAddress at={at}>{part}</AtAddress>
    </QueryClientProvider>,
  );
  return queries;
}
