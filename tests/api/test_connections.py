"""Slow connections are closed, one that works for long is not. A real server over real sockets."""

import asyncio
import socket
import threading
import time

import pytest
import uvicorn

from lean_year.api import connections
from tests.serving import free_port

SLOW_ANSWER_S = 1.0


async def _app(scope, receive, send):
    assert scope["type"] == "http"
    body = b""
    while True:
        message = await receive()
        body += message.get("body", b"")
        if not message.get("more_body"):
            break
    if scope["path"] == "/slow":
        await asyncio.sleep(SLOW_ANSWER_S)
    await send({"type": "http.response.start", "status": 200, "headers": [(b"content-length", b"2")]})
    await send({"type": "http.response.body", "body": b"ok"})


@pytest.fixture
def port(monkeypatch):
    monkeypatch.setattr(connections, "HEAD_SECONDS", 0.5)
    monkeypatch.setattr(connections, "WHOLE_SECONDS", 2.5)
    port = free_port()
    config = uvicorn.Config(
        _app, port=port, http=connections.BoundedConnection, lifespan="off", log_level="warning", limit_concurrency=8
    )
    server = uvicorn.Server(config)
    thread = threading.Thread(target=server.run, daemon=True)
    thread.start()
    while not server.started:
        time.sleep(0.01)
    yield port
    server.should_exit = True
    thread.join()


def _closed(connection):
    """What came until the server closed the connection."""
    connection.settimeout(60)
    received = b""
    try:
        while chunk := connection.recv(4_096):
            received += chunk
    except ConnectionResetError:
        pass
    return received


@pytest.mark.parametrize(
    "sent",
    [b"", b"GET / HTTP/1.1\r\nHost: x\r\nX-Slow: ", b"POST / HTTP/1.1\r\nHost: x\r\nContent-Length: 100\r\n\r\nabc"],
    ids=["nothing", "half a head", "half a body"],
)
def test_a_request_that_is_never_whole_is_closed(port, sent):
    with socket.create_connection(("127.0.0.1", port)) as connection:
        connection.sendall(sent)
        assert b"200" not in _closed(connection)


def test_an_answer_that_takes_longer_than_a_head_may_is_given(port):
    assert SLOW_ANSWER_S > connections.HEAD_SECONDS
    with socket.create_connection(("127.0.0.1", port)) as connection:
        connection.sendall(b"GET /slow HTTP/1.1\r\nHost: x\r\nConnection: close\r\n\r\n")
        assert _closed(connection).endswith(b"ok")


def test_who_holds_all_places_lets_go_of_them(port):
    """Sixteen that send nothing: somebody else is answered again once their time is over."""
    held = [socket.create_connection(("127.0.0.1", port)) for _ in range(16)]
    for connection in held:
        _closed(connection)
        connection.close()
    with socket.create_connection(("127.0.0.1", port)) as connection:
        connection.sendall(b"GET / HTTP/1.1\r\nHost: x\r\nConnection: close\r\n\r\n")
        assert b"200" in _closed(connection)
