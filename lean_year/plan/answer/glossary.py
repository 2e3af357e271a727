"""The words of the trade as they are used here: one list for the screens and for `docs/glossary.md`.

`python -m lean_year.plan.answer.glossary` prints it as JSON for the interface (`web/src/ui/glossary.json`, made by
`make schema`), with `page` behind it as the page of the documents.
"""

import json
import sys
import tomllib
from dataclasses import asdict, dataclass
from functools import cache
from importlib.resources import files


@dataclass(frozen=True, slots=True)
class Term:
    """One word with its meaning."""

    word: str
    forms: list[str]
    """As it is written in a text."""
    marked: bool
    """Whether it opens its meaning wherever it stands on screen."""
    meaning: str


@cache
def terms() -> tuple[Term, ...]:
    """Every word, in the order of the alphabet."""
    text = files("lean_year.plan.answer").joinpath("glossary.toml").read_text("utf-8")
    return tuple(Term(**row) for row in tomllib.loads(text)["term"])


def page() -> str:
    """The page of the documents."""
    rows = "\n".join(f"| {term.word} | {term.meaning} |" for term in terms())
    return (
        "# Glossary\n\nThe words of the screens, findings and code, one meaning each. On screen a word with a dotted "
        f"line opens its meaning.\n\n| word | meaning |\n|---|---|\n{rows}\n"
    )


if __name__ == "__main__":
    if sys.argv[1:] == ["page"]:
        print(page(), end="")
    else:
        print(json.dumps([asdict(term) for term in terms()], ensure_ascii=False, indent=1))
