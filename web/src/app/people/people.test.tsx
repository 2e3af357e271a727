import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, expect, test, vi } from "vitest";
import { say } from "../../api/said";
import { demo, answerCalls, renderInApp, renderOnDemo } from "../../testing/demo";
import { LinksDialog } from "./LinksDialog";
import { PasswordDialog } from "./PasswordDialog";
import { SignInPage } from "./SignInPage";

const said = vi.hoisted(() => vi.fn());
vi.mock("../../ui/Toasts", () => ({ toast: said }));
afterEach(() => act(() => say("nothing")));

const who = { asked: true, name: "Ada Finch", role: "office", property_id: null };
const body = (calls: ReturnType<typeof answerCalls>, path: string) =>
  JSON.parse(calls.filter((each) => each.path === path && each.method === "POST").at(-1)!.body) as unknown;

test("a name and a password are sent as they were typed, and what is wrong is said", async () => {
  let right = false;
  const calls = answerCalls({
    "POST /api/sign-in": () =>
      right ? [200, who] : [401, { errors: [{ field: "password", message: "name or password is wrong" }] }],
  });
  renderInApp(<SignInPage />);
  await userEvent.type(screen.getByLabelText("Name"), "Ada Finch");
  await userEvent.type(screen.getByLabelText("Password"), "a river{Enter}");
  expect((await screen.findByRole("alert")).textContent).toBe("Name or password is wrong.");
  expect(body(calls, "/api/sign-in")).toEqual({ name: "Ada Finch", password: "a river" });
  right = true;
  await userEvent.click(screen.getByRole("button", { name: "Sign in" }));
  await waitFor(() => expect(screen.queryByRole("alert")).toBeNull());
});

test("a new password needs the one in use and twelve characters", async () => {
  const calls = answerCalls({ "POST /api/password": () => [200, who] });
  let closed = false;
  renderInApp(<PasswordDialog shortest={12} close={() => (closed = true)} />);
  const change = screen.getByRole<HTMLButtonElement>("button", { name: "Change it" });
  await userEvent.type(screen.getByLabelText("The password in use"), "before");
  await userEvent.type(screen.getByLabelText("The new one"), "eleven char");
  expect(change.disabled).toBe(true);
  await userEvent.type(screen.getByLabelText("The new one"), "s");
  await userEvent.click(change);
  expect(body(calls, "/api/password")).toEqual({ password: "before", new_password: "eleven chars" });
  await waitFor(() => expect(closed).toBe(true));
});

test("a link is made for somebody, shown once and withdrawn", async () => {
  let links = [{ id: "l1", given_to: "The owners", made_by: "Ada Finch", made_at: "2026-11-01T10:00:00" }];
  const calls = renderOnDemo(<LinksDialog close={() => undefined} />, demo, "/", {
    "GET /api/properties/demo/links": () => [200, links],
    [`GET /api/properties/${demo.id}/links`]: () => [200, links],
    [`POST /api/properties/${demo.id}/links`]: () => [201, { address: "/owner#secret" }],
    [`DELETE /api/properties/${demo.id}/links/l1`]: () => {
      links = [];
      return [204, null];
    },
  });
  const row = await screen.findByRole("listitem");
  expect(row.textContent).toContain("made by Ada Finch");
  await userEvent.type(screen.getByLabelText("For whom"), " Their daughter ");
  await userEvent.click(screen.getByRole("button", { name: "Make a link" }));
  expect((await screen.findByLabelText<HTMLInputElement>("The link")).value).toBe(`${location.origin}/owner#secret`);
  expect(body(calls, `/api/properties/${demo.id}/links`)).toEqual({ given_to: "Their daughter" });
  const copied = vi.fn().mockResolvedValueOnce(undefined).mockRejectedValueOnce(new Error("not allowed"));
  vi.stubGlobal("navigator", Object.assign(Object.create(navigator) as object, { clipboard: { writeText: copied } }));
  fireEvent.click(screen.getByRole("button", { name: "Copy it" }));
  expect(copied).toHaveBeenCalledExactlyOnceWith(`${location.origin}/owner#secret`);
  await waitFor(() => expect(said).toHaveBeenCalledWith("Copied."));
  fireEvent.click(screen.getByRole("button", { name: "Copy it" }));
  await waitFor(() => expect(said).toHaveBeenCalledWith("It could not be copied; select it and copy it by hand."));
  await userEvent.click(within(row).getByRole("button", { name: "Withdraw" }));
  expect(await screen.findByText("Nobody has a link.")).toBeTruthy();
});

test("a password that is not taken says why, and the dialog closes by itself only when it was", async () => {
  let answer: [number, unknown] = [422, { errors: [{ field: "password", message: "is not the one in use" }] }];
  answerCalls({ "POST /api/password": () => answer });
  const close = vi.fn();
  renderInApp(<PasswordDialog shortest={12} close={close} />);
  await userEvent.type(screen.getByLabelText("The password in use"), "before");
  await userEvent.type(screen.getByLabelText("The new one"), "eleven chars");
  const change = screen.getByRole("button", { name: "Change it" });
  await userEvent.click(change);
  expect((await screen.findByRole("alert")).textContent).toBe("Is not the one in use.Nothing was changed.");
  answer = [503, null];
  await userEvent.click(change);
  await waitFor(() =>
    expect(screen.getByRole("alert").textContent).toBe("The server does not answer.Nothing was changed."),
  );
  expect(close).not.toHaveBeenCalled();
  await userEvent.keyboard("{Escape}");
  expect(close).toHaveBeenCalledTimes(1);
});

test("signing in without a connection says so, and can be tried again", async () => {
  answerCalls({ "POST /api/sign-in": () => Promise.reject(new TypeError("no connection")) });
  renderInApp(<SignInPage />);
  await userEvent.type(screen.getByLabelText("Name"), "Ada Finch");
  await userEvent.type(screen.getByLabelText("Password"), "a river{Enter}");
  expect((await screen.findByRole("alert")).textContent).toContain("The server does not answer");
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Sign in" }).disabled).toBe(false);
});

test("who has signed in is known at once, what was refused before is asked again, and what waits goes out", async () => {
  answerCalls({ "POST /api/sign-in": () => [200, who], "GET /api/sums": () => [200, []] });
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  await expect(queries.fetchQuery({ queryKey: ["refused"], queryFn: () => Promise.reject(new Error("401")) })).rejects.toThrow(); // prettier-ignore
  const again = vi.spyOn(queries, "refetchQueries");
  const online = vi.fn();
  addEventListener("online", online, { once: true });
  render(
    <QueryClientProvider client={queries}>
      <SignInPage />
    </QueryClientProvider>,
  );
  await userEvent.type(screen.getByLabelText("Name"), "Ada Finch");
  await userEvent.type(screen.getByLabelText("Password"), "a river{Enter}");
  await waitFor(() => expect(queries.getQueryData(["who"])).toEqual(who));
  expect(online).toHaveBeenCalledTimes(1);
  const { predicate } = again.mock.calls[0]![0] as { predicate: (query: object) => boolean };
  expect([{ state: { status: "error" } }, { state: { status: "success" } }].map(predicate)).toEqual([true, false]);
});

test("links that cannot be read or made say so; one that this machine made has no name", async () => {
  let answer: [number, unknown] = [503, null];
  const close = vi.fn();
  renderOnDemo(<LinksDialog close={close} />, demo, "/", {
    [`GET /api/properties/${demo.id}/links`]: () => answer,
    [`POST /api/properties/${demo.id}/links`]: () => [503, null],
  });
  expect((await screen.findByRole("alert")).textContent).toBe("The links could not be read.");
  expect(screen.queryByText("Nobody has a link.")).toBeNull();
  const make = screen.getByRole<HTMLButtonElement>("button", { name: "Make a link" });
  await userEvent.type(screen.getByLabelText("For whom"), "  ");
  expect(make.disabled).toBe(true);
  answer = [200, [{ id: "l1", given_to: "The owners", made_by: "", made_at: "2026-11-01T10:00:00" }]];
  await userEvent.type(screen.getByLabelText("For whom"), "A friend");
  await userEvent.click(make);
  expect((await screen.findByRole("listitem")).textContent).toContain("made by this machine");
  expect(said).toHaveBeenCalledWith("It could not be done. Nothing was changed.");
  expect(screen.queryByLabelText("The link")).toBeNull();
  expect(screen.getByLabelText<HTMLInputElement>("For whom").value).toContain("A friend");
  await userEvent.keyboard("{Escape}");
  expect(close).toHaveBeenCalledTimes(1);
});
