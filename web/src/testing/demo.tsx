import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render } from "@testing-library/react";
import type { ReactNode } from "react";
import { MemoryRouter } from "react-router";
import { vi } from "vitest";
import type { PropertyState } from "../api/client";
import { WorkbenchProvider } from "../frame/workbench";
import demoState from "./demoState.json";

/** The demo property as the server answers it, with its real plan. */
export const demo = demoState as unknown as PropertyState;

type Call = { method: string; path: string; query: URLSearchParams; body: string };
type Answer = (call: Call) => [status: number, body: unknown];

/** Answers every call by the first handler whose "METHOD /path" begins the call's; keeps what was called. */
export function answerCalls(handlers: Record<string, Answer>): Call[] {
  const calls: Call[] = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    const url = new URL(request.url);
    const body = request.method === "GET" ? "" : await request.text();
    const call = { method: request.method, path: url.pathname, query: url.searchParams, body };
    calls.push(call);
    const handler = Object.entries(handlers).find(([start]) => `${call.method} ${call.path}`.startsWith(start));
    const [status, answer] = handler ? handler[1](call) : [404, { errors: [{ field: "id", message: "not here" }] }];
    return new Response(status === 204 ? null : JSON.stringify(answer), {
      status,
      headers: { "content-type": "application/json" },
    });
  });
  return calls;
}

/** A part of the interface over the demo property. */
export function renderOnDemo(part: ReactNode, state: PropertyState = demo) {
  answerCalls({ "GET /api/properties/": () => [200, state] });
  return renderInApp(<WorkbenchProvider id={state.id}>{part}</WorkbenchProvider>);
}

export function renderInApp(part: ReactNode) {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return render(
    <QueryClientProvider client={queries}>
      <MemoryRouter>{part}</MemoryRouter>
    </QueryClientProvider>,
  );
}
