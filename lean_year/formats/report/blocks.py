"""What a sheet of paper is made of: headings, words, tables, pictures, boxes. The layout is in `sheet.typ`."""

from collections.abc import Iterable, Sequence
from dataclasses import asdict, dataclass, field
from typing import Any, Literal

Kind = Literal["heading", "subheading", "text", "answer", "figures", "picture", "table", "list", "parts", "findings",
               "checks", "signatures", "new_page"]  # fmt: skip
Block = dict[str, Any]


@dataclass(slots=True)
class Sheet:
    """A whole document: what its head says, and its blocks in their order."""

    title: str
    subject: str
    """What kind of document it is."""
    head: list[str]
    """Lines under the title."""
    firm: list[str]
    """Name and address of who hands it over; empty where the firm has entered none."""
    foot: str
    blocks: list[Block] = field(default_factory=list)

    def as_data(self) -> dict[str, Any]:
        """As plain values."""
        return asdict(self)

    def _add(self, kind: Kind, **values: Any) -> None:
        self.blocks.append({"kind": kind, **values})

    def heading(self, words: str) -> None:
        self._add("heading", text=words)

    def subheading(self, words: str) -> None:
        self._add("subheading", text=words)

    def text(self, words: str, *, keep: bool = False) -> None:
        """A paragraph, on one page with what follows it if `keep`; nothing where there are no words."""
        if words:
            self._add("text", text=words, keep=keep)

    def answer(self, words: str, beside: str = "") -> None:
        """The answer in large type, and what qualifies it."""
        self._add("answer", text=words, beside=beside)

    def figures(self, rows: Iterable[tuple[str, str, str]]) -> None:
        """What each is called, how much it is, and why."""
        kept = [list(row) for row in rows]
        if kept:
            self._add("figures", rows=kept)

    def picture(self, svg: str, alt: str, caption: str) -> None:
        """`alt` is read to whoever cannot see it."""
        self._add("picture", svg=svg, alt=alt, caption=caption)

    def table(
        self, head: Sequence[str], rows: Iterable[Sequence[str]], shares: Sequence[float], right: Sequence[int] = (),
        total: Sequence[str] = (),
    ) -> None:  # fmt: skip
        """`shares` are the widths of the columns, `right` those whose words stand at the right."""
        kept = [list(row) for row in rows]
        if kept:
            self._add("table", head=list(head), rows=kept, shares=list(shares), right=list(right), total=list(total))

    def items(self, items: Iterable[str]) -> None:
        kept = list(items)
        if kept:
            self._add("list", items=kept)

    def parts(self, groups: Iterable[tuple[str, list[str]]]) -> None:
        """What is bought, a heading for each place it is bought at."""
        kept = [[name, each] for name, each in groups if each]
        if kept:
            self._add("parts", groups=kept)

    def findings(self, rows: Iterable[tuple[str, str, str]]) -> None:
        """Severity, what was found, what is done about it."""
        kept = [list(row) for row in rows]
        if kept:
            self._add("findings", rows=kept)

    def checks(self, rows: Iterable[tuple[str, str, int]]) -> None:
        """Boxes to tick: what is looked at, what it must be, and how many blanks there are to write in."""
        kept = [list(row) for row in rows]
        if kept:
            self._add("checks", rows=kept)

    def new_page(self) -> None:
        """What follows begins on a page of its own."""
        self._add("new_page")

    def signatures(self, names: Sequence[str]) -> None:
        self._add("signatures", names=list(names))
