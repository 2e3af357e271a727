import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { DropdownMenu } from "radix-ui";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { Router } from "wouter";
import { memoryLocation } from "wouter/memory-location";
import type { Who } from "../../api/client";
import { say, useSaid } from "../../api/said";
import { answerCalls, renderInApp } from "../../testing/demo";
import { Toasts } from "../../ui/Toasts";
import { OwnerPage } from "./OwnerPage";
import { PeopleItems } from "./PeopleItems";
import { SignedIn } from "./SignedIn";

const who: Who = { asked: true, name: "Ada Finch", role: "office", property_id: null, shortest_password: 12 };

beforeEach(() => act(() => say("nothing")));
afterEach(() => {
  location.hash = "";
  act(() => say("nothing"));
});

/** The page that an owner's link leads to, and the address that it goes on to. */
function ownersLink(hash: string) {
  location.hash = hash;
  const place = memoryLocation({ path: "/owner", record: true });
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  queries.setQueryData(["property", "another"], {});
  render(
    <QueryClientProvider client={queries}>
      <Router hook={place.hook}>
        <OwnerPage />
      </Router>
    </QueryClientProvider>,
  );
  return { place, queries };
}

test("an owner's link opens its property, and neither the link nor what was here before stays", async () => {
  const calls = answerCalls({ "POST /api/owner-link": () => [200, { property_id: "p1" }] });
  const { place, queries } = ownersLink("#secret");
  expect(screen.getByRole("status").textContent).toBe("Opening the property.");
  await waitFor(() => expect(place.history.at(-1)).toBe("/p/p1/cistern"));
  expect(calls.map(({ body }) => JSON.parse(body) as unknown)).toEqual([{ token: "secret" }]);
  expect(place.history).toHaveLength(1);
  expect(queries.getQueryData(["property", "another"])).toBeUndefined();
});

test.each([
  ["withdrawn", () => [401, { errors: [{ field: "token", message: "opens nothing" }] }], /opens nothing any more/],
  ["read without a server", () => Promise.reject(new TypeError("no connection")), /does not answer/],
])("an owner's link that is %s says so", async (_, answer, words) => {
  answerCalls({ "POST /api/owner-link": answer as never });
  const { place } = ownersLink("");
  await waitFor(() => expect(screen.getByRole("status").textContent).toMatch(words));
  expect(place.history).toEqual(["/owner"]);
});

const menu = (shown: Who, open = vi.fn()) => {
  renderInApp(
    <>
      <DropdownMenu.Root open>
        <DropdownMenu.Trigger>Menu</DropdownMenu.Trigger>
        <DropdownMenu.Content>
          <PeopleItems who={shown} open={open} />
        </DropdownMenu.Content>
      </DropdownMenu.Root>
      <Toasts />
      <Said />
    </>,
  );
  return open;
};
/** What the server's answers say of the page as a whole. */
const Said = () => <output data-testid="said">{useSaid()}</output>;
const said = () => screen.getByTestId("said").textContent;
const items = () => screen.queryAllByRole("menuitem").map((item) => item.textContent);

test("the office hands out links, a site does not, and an owner has no password to change", () => {
  const everybody = ["Change password", "Sign out", "Sign out everywhere"];
  menu(who);
  expect(items()).toEqual(["Links for the owner", ...everybody]);
  expect(screen.getByText("Signed in as Ada Finch")).toBeTruthy();
  cleanup();
  menu({ ...who, role: "site" });
  expect(items()).toEqual(everybody);
  cleanup();
  menu({ ...who, role: "owner" });
  expect(items()).toEqual([]);
});

test.each([
  ["Links for the owner", "links"],
  ["Change password", "password"],
])("%s opens its dialog", async (item, kind) => {
  const open = menu(who);
  await userEvent.click(screen.getByRole("menuitem", { name: item }));
  expect(open.mock.calls).toEqual([[kind]]);
});

test.each([
  ["Sign out", "/api/sign-out"],
  ["Sign out everywhere", "/api/sign-out-everywhere"],
])("%s asks the server, and the page for signing in comes", async (item, address) => {
  const calls = answerCalls({ [`POST ${address}`]: () => [204, null] });
  menu(who);
  await userEvent.click(screen.getByRole("menuitem", { name: item }));
  await waitFor(() => expect(said()).toBe("signed_out"));
  expect(calls.map(({ path }) => path)).toEqual([address]);
});

test("signing out without a connection says that nobody was signed out", async () => {
  answerCalls({ "POST /api/sign-out": () => Promise.reject(new TypeError("no connection")) });
  renderInApp(
    <>
      <SignedIn name="Ada Finch" />
      <Toasts />
      <Said />
    </>,
  );
  expect(screen.getByText("Ada Finch")).toBeTruthy();
  await userEvent.click(screen.getByRole("button", { name: "Sign out" }));
  expect(await screen.findByText("No connection: you are still signed in.")).toBeTruthy();
  expect(said()).toBe("nothing");
});
