"""`user` and `serve` for other machines."""

import io
import json
import ssl
import urllib.error
import urllib.request

import pytest
import trustme

from lean_year.store import people
from lean_year.store.database import open_database
from tests.serving import Server

PASSWORD = "a river in the hills"


@pytest.fixture
def folder(tmp_path):
    return tmp_path / "data"


@pytest.fixture
def user(lean_year, folder, monkeypatch):
    """Run a `user` command with a password on standard input."""

    def call(*arguments, password=""):
        monkeypatch.setattr("sys.stdin", io.StringIO(f"{password}\n"))
        return lean_year("user", *arguments, "--data", folder)

    return call


def test_people_come_and_go(user, folder):
    code, out, _ = user("add", "Ada Finch", "--json", password=PASSWORD)
    assert (code, json.loads(out)) == (0, {"added": "Ada Finch", "role": "office"})
    user("add", "Crew", "--role", "site", password=PASSWORD)
    listed = json.loads(user("list", "--json")[1])["people"]
    assert listed == [{"name": "Ada Finch", "role": "office"}, {"name": "Crew", "role": "site"}]
    engine = open_database(folder)
    user("password", "ada finch", password="another one altogether")
    assert people.password_is_right(engine, "Ada Finch", PASSWORD) is None
    assert people.password_is_right(engine, "Ada Finch", "another one altogether") is not None
    user("remove", "Crew")
    assert [each.name for each in people.list_people(engine)] == ["Ada Finch"]
    engine.dispose()


@pytest.mark.parametrize(
    ("arguments", "password", "said"),
    [
        (("add", "Bo"), "short", "password: must have 12 to 200"),
        (("add", " "), PASSWORD, "name: must have 1 to 80"),
        (("add", "Bo", "--role", "boss"), PASSWORD, "role: must be one of office, site"),
        (("remove", "Nobody"), "", "there is nobody called Nobody"),
        (("password", "Nobody"), PASSWORD, "there is nobody called Nobody"),
    ],
)
def test_what_is_refused_says_why(user, arguments, password, said):
    code, _, err = user(*arguments, password=password)
    assert code == 2
    assert said in err


def test_the_same_name_twice_is_refused_whatever_its_case(user):
    user("add", "Ada", password=PASSWORD)
    code, _, err = user("add", "ADA", password=PASSWORD)
    assert code == 2
    assert "is there already" in err


@pytest.mark.parametrize(
    "options",
    [("--host", "0.0.0.0"), ("--name", "rain.firm.example"), ("--behind-tls",)],
)
def test_other_machines_are_not_answered_without_passwords(lean_year, folder, options):
    code, _, err = lean_year("serve", "--data", folder, *options)
    assert code == 2
    assert "lean-year user add" in err


def test_a_certificate_needs_its_key_and_both_must_be_readable(lean_year, folder, tmp_path):
    rubbish = tmp_path / "rubbish.pem"
    rubbish.write_text("no certificate")
    for options, said in (
        (("--certificate", str(rubbish)), "go together"),
        (("--certificate", str(rubbish), "--key", str(rubbish)), "cannot be read"),
        (("--certificate", str(tmp_path / "none"), "--key", str(rubbish)), "there is no file"),
        (("--certificate", str(rubbish), "--key", str(rubbish), "--behind-tls"), "leave it out"),
    ):
        code, _, err = lean_year("serve", "--data", folder, *options)
        assert code == 2, options
        assert said in err


def test_a_firms_server_answers_by_tls_and_asks_who_comes(folder, tmp_path):
    engine = open_database(folder)
    people.add_person(engine, "Ada", "office", PASSWORD)
    engine.dispose()
    certificate, key, authority = (tmp_path / name for name in ("certificate.pem", "key.pem", "authority.pem"))
    issuer = trustme.CA()
    issued = issuer.issue_cert("127.0.0.1", "rain.firm.example")
    issuer.cert_pem.write_to_path(authority)
    issued.cert_chain_pems[0].write_to_path(certificate)
    issued.private_key_pem.write_to_path(key)
    options = ("--host", "0.0.0.0", "--certificate", str(certificate), "--key", str(key))
    with Server(folder, options=options) as server:
        address = f"https://127.0.0.1:{server.port}"
        trusted = ssl.create_default_context(cafile=str(authority))
        with urllib.request.urlopen(f"{address}/api/who", context=trusted) as answer:
            assert json.load(answer)["asked"] is True
        with pytest.raises(urllib.error.HTTPError, match="401"):
            urllib.request.urlopen(f"{address}/api/properties", context=trusted)
        asked = urllib.request.Request(
            f"{address}/api/sign-in",
            data=json.dumps({"name": "Ada", "password": PASSWORD}).encode(),
            headers={"content-type": "application/json", "origin": address},
        )
        with urllib.request.urlopen(asked, context=trusted) as answer:
            carried = answer.headers["set-cookie"].partition(";")[0]
        assert carried.startswith("__Host-")
        signed_in = urllib.request.Request(f"{address}/api/properties", headers={"cookie": carried})
        with urllib.request.urlopen(signed_in, context=trusted) as answer:
            assert json.load(answer)["properties"] == []
