"""What the server asks of every request, and what it tells every browser."""

from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from lean_year.api.errors import TOO_LARGE, refuse

LOCAL_HOSTS = ("127.0.0.1", "localhost", "[::1]")
MAX_REQUEST_BYTES = 16 * 1024 * 1024 + 4_096
_HEADERS = {
    "content-security-policy": (
        "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; "
        "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
    ),
    "x-content-type-options": "nosniff",
    "referrer-policy": "no-referrer",
}


def _host_name(host: str) -> str:
    return host.rsplit(":", 1)[0] if not host.endswith("]") and ":" in host else host


class LocalOnly:
    """Refuses names other than this machine's, and changes asked for by another site's page."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        if scope["type"] != "http":
            return await self.app(scope, receive, send)
        headers = Headers(scope=scope)
        host, origin = headers.get("host", ""), headers.get("origin")
        if _host_name(host) not in LOCAL_HOSTS:
            return await refuse(400, "host", "this server answers only on this machine")(scope, receive, send)
        if origin is not None and scope["method"] not in ("GET", "HEAD") and origin != f"http://{host}":
            return await refuse(403, "origin", "changes are taken only from this application's own pages")(
                scope, receive, send
            )

        length = headers.get("content-length", "0")
        if length.isdigit() and int(length) > MAX_REQUEST_BYTES:
            return await refuse(413, "request", TOO_LARGE)(scope, receive, send)

        async def send_with_headers(message: Message) -> None:
            if message["type"] == "http.response.start":
                sent = MutableHeaders(scope=message)
                for name, value in _HEADERS.items():
                    sent.setdefault(name, value)
            await send(message)

        return await self.app(scope, receive, send_with_headers)
