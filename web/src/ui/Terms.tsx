import { Popover } from "radix-ui";
import { memo } from "react";
import table from "./glossary.json";

type Term = { word: string; forms: string[]; marked: boolean; meaning: string };

/** Every word of the glossary, in the order of the alphabet. */
export const GLOSSARY: Term[] = table;

const MEANINGS = new Map(
  GLOSSARY.filter((term) => term.marked).flatMap((term) => term.forms.map((form) => [form.toLowerCase(), term])),
);
// The longest first, so that "overflow invert" is not taken for "invert".
const ANY = new RegExp(
  `(?<![\\w-])(${[...MEANINGS.keys()].sort((a, b) => b.length - a.length).join("|")})(?![\\w-])`,
  "gi",
);

/** A text cut at the words of the glossary, each marked where it stands first. */
export function cutAtTerms(text: string): { text: string; term?: Term }[] {
  const seen = new Set<Term>();
  const pieces: { text: string; term?: Term }[] = [];
  let at = 0;
  for (const found of text.matchAll(ANY)) {
    const term = MEANINGS.get(found[0].toLowerCase())!;
    // A single capital is a word of its own only as it is written there.
    if (seen.has(term) || (found[0].length === 1 && !term.forms.includes(found[0]))) continue;
    seen.add(term);
    if (found.index > at) pieces.push({ text: text.slice(at, found.index) });
    pieces.push({ text: found[0], term });
    at = found.index + found[0].length;
  }
  if (at < text.length) pieces.push({ text: text.slice(at) });
  return pieces;
}

/** A sentence whose words of the trade open what they mean. */
export const Terms = memo(function Terms({ text }: { text: string }) {
  return cutAtTerms(text).map(({ text: piece, term }) =>
    term ? <TermWord key={piece} word={piece} term={term} /> : piece,
  );
});

function TermWord({ word, term }: { word: string; term: Term }) {
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <button className={word.length === 1 ? "term letter" : "term"} aria-label={`${word}: what it means`}>
          {word}
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="note z-50 w-[min(300px,calc(100vw-24px))] border-[1.5px] border-ink bg-sheet p-4"
          sideOffset={6}
          collisionPadding={12}
        >
          <strong className="text-ink">{term.word}:</strong> {term.meaning}.
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
