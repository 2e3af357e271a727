"""`serve`, `backup` and `restore` as processes of their own, over one data folder."""

import json
import re
import socket
import subprocess
import sys
import urllib.request

import pytest

from lean_year.cli.main import run
from lean_year.cli.server import data_folder
from tests.serving import Server


def ask(server, path, body=None):
    data = None if body is None else json.dumps(body).encode()
    request = urllib.request.Request(server.url + path, data, {"content-type": "application/json"})
    with urllib.request.urlopen(request) as answer:
        return json.load(answer)


def command(*arguments):
    call = [sys.executable, "-c", "from lean_year.cli.main import run; run()", *map(str, arguments)]
    return subprocess.run(call, capture_output=True, text=True, check=False)


def test_a_backup_taken_while_serving_brings_back_what_stood_then(tmp_path):
    data, kept = tmp_path / "data", tmp_path / "kept.backup"
    with Server(data, with_demo=True) as server:
        demo = ask(server, "/api/properties")["properties"][0]
        done = command("backup", "--out", kept, "--data", data, "--json")
        assert (done.returncode, json.loads(done.stdout)) == (0, {"written": str(kept)})
        operations = [{"op": "resize", "path": "/cistern", "value": 60_000}]
        edit = {"base_revision": 1, "edit_id": "edit-00001", "label": "Tank", "operations": operations}
        assert ask(server, f"/api/properties/{demo['id']}/edits", edit)["revision"] == 2
        assert command("restore", kept, "--data", data).returncode == 0
        again = ask(server, f"/api/properties/{demo['id']}")
        assert again["revision"] == 1
        assert again["plan"]["cistern"]["gross_l"] == pytest.approx(86_003, abs=1)


def test_the_demos_are_put_only_into_an_empty_database(tmp_path):
    with Server(tmp_path, with_demo=True) as server:
        demos = ask(server, "/api/properties")["properties"]
        assert [each["name"] for each in demos] == ["Saltmarrow", "Brindle Landing", "Number Nine, Lantern Row"]
        bare = {"name": "Hut", "roof_area_m2": 50, "people": 1}
        ask(server, "/api/properties", bare)
        for demo in demos:
            request = urllib.request.Request(f"{server.url}/api/properties/{demo['id']}", method="DELETE")
            urllib.request.urlopen(request).close()
    with Server(tmp_path, with_demo=True) as server:
        listed = ask(server, "/api/properties")
        assert [each["name"] for each in listed["properties"]] == ["Hut"]
        assert listed["demos"] == ["saltmarrow", "brindle-landing", "lantern-row"]


def test_a_first_start_that_was_broken_off_is_ended_by_the_next(tmp_path):
    with Server(tmp_path, with_demo=True) as server:
        for demo in ask(server, "/api/properties")["properties"][:2]:
            request = urllib.request.Request(f"{server.url}/api/properties/{demo['id']}", method="DELETE")
            urllib.request.urlopen(request).close()
    (tmp_path / "demos-begun").touch()  # as it was left by one that was killed after its first demo
    with Server(tmp_path, with_demo=True) as server:
        assert len(ask(server, "/api/properties")["properties"]) == 3
    assert not (tmp_path / "demos-begun").exists()


def test_a_port_in_use_is_named(tmp_path, capsys):
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        with pytest.raises(SystemExit) as left:
            run(["serve", "--port", str(port), "--data", str(tmp_path)])
    assert left.value.code == 2
    assert f"port: {port} is in use" in capsys.readouterr().err


def test_the_data_folder_is_the_one_named_else_the_environments_else_the_users(tmp_path, monkeypatch):
    monkeypatch.setenv("LEAN_YEAR_DATA", str(tmp_path / "env"))
    assert data_folder(tmp_path / "given") == tmp_path / "given"
    assert data_folder(None) == tmp_path / "env"
    monkeypatch.delenv("LEAN_YEAR_DATA")
    monkeypatch.setenv("XDG_DATA_HOME", str(tmp_path / "share"))
    monkeypatch.setattr(sys, "platform", "linux")
    assert data_folder(None) == tmp_path / "share/lean-year"


def test_a_plan_reads_well_without_json_too(tmp_path):
    assert command("demo", "saltmarrow", "--out", tmp_path / "demo.json").returncode == 0
    said = command("plan", tmp_path / "demo.json").stdout
    assert said.startswith("Carries the house through 38 of 40 years.")
    assert re.search(r"^Log +20\.7 m³ on 27 Sep$", said, re.MULTILINE)
