import { render, screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { useArrival } from "./useArrival";

function Page({ at, children }: { at: string; children?: React.ReactNode }) {
  return (
    <main ref={useArrival<HTMLElement>(at)} tabIndex={-1}>
      {at}
      {children}
    </main>
  );
}

test("the first page is read from its top, the next takes the focus that has gone with the page before", () => {
  const { rerender } = render(<Page at="rain" />);
  expect(document.activeElement).toBe(document.body);
  rerender(<Page at="roofs" />);
  expect(document.activeElement).toBe(screen.getByRole("main"));
});

test("what has the focus keeps it where the page changes beside it", () => {
  const way = <button>Roofs</button>;
  const { rerender } = render(<Page at="rain">{way}</Page>);
  screen.getByRole("button").focus();
  rerender(<Page at="roofs">{way}</Page>);
  expect(document.activeElement).toBe(screen.getByRole("button"));
});
