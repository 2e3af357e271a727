"""The served application killed with -9 while it keeps edits: what it acknowledged is there, and once."""

import http.client
import json
import os
import random
import sqlite3
import threading
import time

import pytest

from tests.serving import Server

KILLS = int(os.environ.get("LEAN_YEAR_KILLS", "2"))
PEOPLE = ("saltmarrow", "brindle-landing")


class Person:
    """Somebody who enters one fire reserve after another, each until the server has acknowledged it."""

    def __init__(self, demo):
        self.demo = demo
        self.acknowledged = []
        self.property_id = ""
        self.revision = 0
        self.waiting = None
        self.wrong = []

    def open(self, server):
        """As a page does when the server is there again: it may have kept what it could not say so of."""
        state = (
            ask(server, "GET", f"/api/properties/{self.property_id}")
            if self.property_id
            else ask(server, "POST", f"/api/properties/demo/{self.demo}")
        )
        self.property_id = state["id"]
        said, self.revision = self.revision, state["revision"]
        if self.acknowledged and self.revision not in (said, said + 1):
            self.wrong.append(f"{self.demo}: acknowledged revision {said}, found {self.revision}")

    def enter_until(self, server, stop):
        while not stop.is_set():
            number = len(self.acknowledged) + 1
            self.waiting = self.waiting or {
                "base_revision": self.revision,
                "edit_id": f"edit-{self.demo}-{number:06}",
                "label": f"Fire reserve {number}",
                "operations": [{"op": "replace", "path": "/cistern/fire_reserve_l", "value": number}],
            }
            try:
                state = ask(server, "POST", f"/api/properties/{self.property_id}/edits", self.waiting)
            except (OSError, http.client.HTTPException):
                return
            if state["document"]["cistern"]["fire_reserve_l"] != number:
                self.wrong.append(f"{self.demo}: acknowledged {number}, and something else stands")
            self.revision, self.waiting = state["revision"], None
            self.acknowledged.append(f"Fire reserve {number}")


def ask(server, method, path, body=None):
    connection = http.client.HTTPConnection("127.0.0.1", server.port, timeout=120)
    try:
        connection.request(method, path, body and json.dumps(body), {"content-type": "application/json"})
        answer = connection.getresponse()
        text = answer.read()
        assert answer.status in (200, 201), text
        return json.loads(text)
    finally:
        connection.close()


def kept(folder, property_id):
    (file,) = folder.glob("*.sqlite3")
    database = sqlite3.connect(file)
    try:
        assert database.execute("PRAGMA integrity_check").fetchone() == ("ok",)
        rows = database.execute("SELECT label FROM revisions WHERE property_id = ? ORDER BY number", (property_id,))
        return [label for (label,) in rows]
    finally:
        database.close()


@pytest.mark.parametrize("seed", [1])
def test_no_kill_of_the_server_loses_or_doubles_what_it_acknowledged(tmp_path, seed):
    chance = random.Random(seed)
    people = [Person(demo) for demo in PEOPLE]
    server = Server(tmp_path)
    for _ in range(KILLS):
        server.start()
        stop = threading.Event()
        for person in people:
            person.open(server)
        hands = [threading.Thread(target=person.enter_until, args=(server, stop)) for person in people]
        before = [len(person.acknowledged) for person in people]
        for hand in hands:
            hand.start()
        while all(len(person.acknowledged) == was for person, was in zip(people, before, strict=True)):
            assert any(hand.is_alive() for hand in hands)
            time.sleep(0.005)
        time.sleep(chance.uniform(0, 0.4))
        server.kill()
        stop.set()
        for hand in hands:
            hand.join()
    for person in people:
        assert person.wrong == []
        labels = kept(tmp_path, person.property_id)
        assert labels[0] == "Demo loaded"
        # The last one may have been kept without a word of it.
        assert labels[1:] in (person.acknowledged, [*person.acknowledged, person.waiting and person.waiting["label"]])
    print(f"{KILLS} kills, {sum(len(person.acknowledged) for person in people)} edits acknowledged")
