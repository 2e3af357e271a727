"""How far a long piece of work is."""

from pydantic import BaseModel


class Progress(BaseModel):
    """How far a long piece of work is."""

    done: int
    of: int
