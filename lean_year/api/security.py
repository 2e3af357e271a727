"""What the server asks of every request, and what it tells every browser."""

import ipaddress
from dataclasses import dataclass

from starlette.datastructures import Headers, MutableHeaders
from starlette.middleware.body_limit import RequestBodyLimitMiddleware
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from lean_year.api.errors import TOO_LARGE, refuse
from lean_year.formats import bundle

LOCAL_HOSTS = ("127.0.0.1", "localhost", "[::1]")
MAX_REQUEST_BYTES = 16 * 1024 * 1024 + 4_096
BUNDLES = "/api/properties/bundle"
"""Where a property comes in with its photos: the one address that takes more, and it takes it in pieces."""
_HEADERS = {
    "content-security-policy": (
        "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; "
        "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
    ),
    "x-content-type-options": "nosniff",
    "referrer-policy": "no-referrer",
    "cross-origin-opener-policy": "same-origin",
    "cross-origin-resource-policy": "same-origin",
    "permissions-policy": "geolocation=(), microphone=(), payment=(), usb=()",
}
_SECURE_HEADERS = {"strict-transport-security": "max-age=31536000"}


@dataclass(frozen=True, slots=True)
class Reach:
    """From where the server may be asked, and how."""

    names: tuple[str, ...] = ()
    """Names by which other machines know this one, besides its addresses."""
    asks_who: bool = False
    """Whether people have to sign in; without that only this machine is answered."""
    secure: bool = False
    """Whether browsers reach it by TLS alone: its own, or a proxy's before it."""

    def knows(self, host: str) -> bool:
        """Whether a request may name the server so. A name that only a stranger's page knows is not one of them; an
        address in numbers cannot be made to point elsewhere."""
        name = _host_name(host).lower()
        if name in LOCAL_HOSTS:
            return True
        return self.asks_who and (name in self.names or _is_address(name.strip("[]")))

    def origin(self, host: str) -> str:
        """The origin of this application's own pages."""
        return f"{'https' if self.secure else 'http'}://{host}"


THIS_MACHINE = Reach()
"""This machine alone, without a password."""


def _host_name(host: str) -> str:
    return host.rsplit(":", 1)[0] if not host.endswith("]") and ":" in host else host


def _is_address(name: str) -> bool:
    try:
        ipaddress.ip_address(name)
    except ValueError:
        return False
    return True


def most_bytes(scope: Scope) -> int:
    """How much a request to this address may bring."""
    return bundle.MAX_BYTES if scope["path"] == BUNDLES else MAX_REQUEST_BYTES


class BodyLimit:
    """Refuses what is larger than its address takes, also where the request does not say how large it is."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            return await self.app(scope, receive, send)
        return await RequestBodyLimitMiddleware(self.app, most_bytes(scope))(scope, receive, send)


class Gate:
    """Refuses names that are not this server's, changes asked for by another site's page, and pages of another
    version of the interface, which a browser may have kept: what they draw and send need not fit this server."""

    def __init__(self, app: ASGIApp, reach: Reach, interface: str = "") -> None:
        self.app = app
        self.reach = reach
        self.interface = interface

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            return await self.app(scope, receive, send)
        headers = Headers(scope=scope)
        host, origin = headers.get("host", ""), headers.get("origin")
        if not self.reach.knows(host):
            known = "to its own names and addresses" if self.reach.asks_who else "on this machine"
            return await refuse(400, "host", f"this server answers only {known}")(scope, receive, send)
        if origin is not None and scope["method"] not in ("GET", "HEAD") and origin != self.reach.origin(host):
            return await refuse(403, "origin", "changes are taken only from this application's own pages")(
                scope, receive, send
            )

        theirs = headers.get("x-lean-year-interface")
        if theirs is not None and theirs != self.interface:
            return await refuse(412, "interface", "the application was brought up to date; open its page anew")(
                scope, receive, send
            )
        length = headers.get("content-length", "0")
        if length.isdigit() and int(length) > most_bytes(scope):
            return await refuse(413, "request", TOO_LARGE)(scope, receive, send)

        async def send_with_headers(message: Message) -> None:
            if message["type"] == "http.response.start":
                sent = MutableHeaders(scope=message)
                for name, value in (_HEADERS | (_SECURE_HEADERS if self.reach.secure else {})).items():
                    sent.setdefault(name, value)
                if scope["path"].startswith("/api/"):
                    sent.setdefault("cache-control", "no-store")
            await send(message)

        return await self.app(scope, receive, send_with_headers)
