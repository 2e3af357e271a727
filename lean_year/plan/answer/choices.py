"""What an entry offers to choose from, with the knowledge that stands behind each choice in the property's units."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Choice:
    """One value of a field of the document, as a person reads it."""

    value: str
    """Empty where the note is on what stands in for a value that nobody has entered."""
    label: str
    note: str = ""


Choices = dict[str, tuple[Choice, ...]]
"""By the JSON pointer of the field, `*` for the rows of a list."""
