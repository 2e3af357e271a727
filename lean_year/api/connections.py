"""Connections that are slow on purpose are closed: each would hold a place that somebody else needs."""

import asyncio
from typing import Any

from uvicorn.protocols.http.h11_impl import H11Protocol

HEAD_SECONDS = 15.0
"""For the head of a request, from the connection's beginning or its last answer."""
WHOLE_SECONDS = 180.0
"""For a request with all that it sends, and for its answer to be taken: 16 MB by a weak phone connection."""
MOST_CONNECTIONS = 200


class BoundedConnection(H11Protocol):
    """One connection, closed when a request is not whole, or its answer not taken, within the time."""

    _limit: asyncio.TimerHandle | None = None

    def connection_made(self, transport: asyncio.Transport) -> None:  # type: ignore[override]
        super().connection_made(transport)
        self._allow(HEAD_SECONDS, of_head=True)

    def connection_lost(self, exc: Exception | None) -> None:
        if self._limit is not None:
            self._limit.cancel()
        super().connection_lost(exc)

    def on_response_complete(self) -> None:
        self._allow(HEAD_SECONDS, of_head=True)
        super().on_response_complete()

    def _allow(self, seconds: float, *, of_head: bool) -> None:
        if self._limit is not None:
            self._limit.cancel()
        self._limit = self.loop.call_later(seconds, self._out_of_time, of_head)

    def _out_of_time(self, of_head: bool) -> None:
        cycle: Any = self.cycle
        under_way = cycle is not None and not cycle.response_complete
        if of_head and under_way:
            self._allow(WHOLE_SECONDS - HEAD_SECONDS, of_head=False)
        elif not self.transport.is_closing():
            self.transport.abort()
