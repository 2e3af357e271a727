import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, test } from "vitest";
import { cutAtTerms, GLOSSARY, Terms } from "./Terms";

const marked = (text: string) => cutAtTerms(text).flatMap((piece) => (piece.term ? [piece.text] : []));

test("the longer word is found, each once, as whole words, in any case", () => {
  expect(marked("Head over the overflow invert: 40 mm of head, an invert apart.")).toEqual([
    "Head",
    "overflow invert",
    "invert",
  ]);
  expect(marked("Headroom, ahead, inverted and a battering ram")).toEqual([]);
  expect(marked("K 2.5 in a k")).toEqual(["K"]);
});

test("nothing of a text is lost or added", () => {
  for (const { meaning } of GLOSSARY)
    expect(
      cutAtTerms(meaning)
        .map((piece) => piece.text)
        .join(""),
    ).toBe(meaning);
  expect(cutAtTerms("")).toEqual([]);
});

test("a word of the trade opens what it means", async () => {
  render(
    <p>
      <Terms text="Stranded water stands above the lowest overflow." />
    </p>,
  );
  await userEvent.click(screen.getByRole("button", { name: "Stranded: what it means" }));
  const meaning = GLOSSARY.find((term) => term.word === "stranded")!.meaning;
  expect(screen.getByRole("dialog").textContent).toBe(`stranded: ${meaning}.`);
});

test("no two words of the glossary are written alike", () => {
  const forms = GLOSSARY.flatMap((term) => term.forms.map((form) => form.toLowerCase()));
  expect(new Set(forms).size).toBe(forms.length);
});
