import { renderHook } from "@testing-library/react";
import { act } from "react";
import { beforeEach, expect, test, vi } from "vitest";
import { followLight, toggleLight, useLight } from "./light";

/** A machine that prefers one light, and can turn it. */
function machine(dark: boolean) {
  const preferred = Object.assign(new EventTarget(), { matches: dark });
  const asked = vi.fn(() => preferred);
  vi.stubGlobal("matchMedia", asked);
  const turn = (next: boolean) => {
    preferred.matches = next;
    preferred.dispatchEvent(new Event("change"));
  };
  return { asked, turn };
}

beforeEach(() => {
  delete document.documentElement.dataset["light"];
});

test("the light is the machine's until somebody chooses, and follows it", () => {
  const { asked, turn } = machine(true);
  const { result } = renderHook(useLight);
  expect(result.current).toBe("light");
  act(followLight);
  expect(asked).toHaveBeenCalledWith("(prefers-color-scheme: dark)");
  expect(result.current).toBe("dark");
  act(() => turn(false));
  expect(result.current).toBe("light");
});

test("what was chosen stays, whatever the machine turns to", () => {
  const { turn } = machine(false);
  const { result } = renderHook(useLight);
  act(followLight);
  act(toggleLight);
  expect(result.current).toBe("dark");
  act(() => turn(true));
  act(() => turn(false));
  expect(result.current).toBe("dark");
  act(toggleLight);
  expect(result.current).toBe("light");
  expect(localStorage.getItem("lean-year-light")).toBe("light");
});

test("a choice that is none is the machine's", () => {
  machine(true);
  localStorage.setItem("lean-year-light", "purple");
  const { result } = renderHook(useLight);
  act(followLight);
  expect(result.current).toBe("dark");
});
