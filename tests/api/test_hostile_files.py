"""Files and documents made to break something: each costs a sentence, no server error, and little time or memory."""

import contextlib
import json
import math
import os
import random

import pytest

from lean_year.core.errors import InputError
from lean_year.demo.shipped import DEMOS, demo_file, demo_rain
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import plan_property
from lean_year.property.edits import check

ROUND = [[2 + 1e-4 * math.cos(math.pi * i / 150), 48 + 1e-4 * math.sin(math.pi * i / 150)] for i in range(300)]
TRIANGLE = '{"type": "Polygon", "coordinates": [[[0, 0], [%s, 1], [2, 2], [0, 0]]]}'
GEOJSON = {
    "300 corners": (json.dumps({"type": "Polygon", "coordinates": [[*ROUND, ROUND[0]]]}), "at most 200 corners"),
    "a number of 400 digits": (TRIANGLE % ("1" + "0" * 400), "positions"),
    "a number of 5,000 digits": (TRIANGLE % ("1" + "0" * 5_000), "cannot be read|can be read"),
    "nested deep": ("[" * 100_000, "can be read"),
    "no rings": ('{"type": "Polygon", "coordinates": []}', "must hold rings"),
    "an empty part": ('{"type": "MultiPolygon", "coordinates": [[], []]}', "must hold rings"),
}
ROWS = [f"{1990 + day // 336}-{1 + day // 28 % 12:02}-{1 + day % 28:02},1.5" for day in range(800)]
RAIN = {
    "commas": (b"," * 15_000_000, "a line of more than"),
    "one long line": (b"a" * 10_000_000, "a line of more than"),
    "short lines": (b";\n" * 7_000_000, "lines"),
    "a day over and over": (b"2000-01-01,1\n" * 1_200_000, "lines"),
    "rows of commas": ((b"," * 3_900 + b"\n") * 4_000, "cells"),
    "nothing but ends of lines": (b"\n" * 15_000_000, "is empty"),
}
IMPOSSIBLE = ["1e99", "1" * 60, "9" * 400, "1e400", "-1e99", "inf", "0x10", "١٢"]


@pytest.mark.parametrize("case", GEOJSON)
def test_geojson_that_is_no_roof_costs_a_sentence(client, case):
    text, says = GEOJSON[case]
    answer = client.post("/api/properties/roofs/geojson", content=text)
    assert answer.status_code == 422
    assert any(word in answer.json()["errors"][0]["message"] for word in says.split("|"))


@pytest.mark.parametrize("case", RAIN)
def test_rain_that_is_no_table_costs_a_sentence(client, case):
    data, says = RAIN[case]
    answer = client.post("/api/rain/preview", content=data)
    assert answer.status_code == 422
    assert says in answer.json()["errors"][0]["message"]


@pytest.mark.parametrize("reading", IMPOSSIBLE)
def test_a_reading_that_cannot_be_is_refused_by_its_line_and_the_rest_is_read(client, reading):
    rows = ["date,rain_mm", *ROWS]
    rows[51] = f"{rows[51].split(',')[0]},{reading}"
    account = client.post("/api/rain/preview", content="\n".join(rows)).json()
    assert [row["line"] for row in account["refused"]] == [52]
    assert account["unit"] == "mm"


@pytest.mark.parametrize(
    ("raw", "status"),
    [('"\\ud800"', 422), ("1" + "0" * 400, 422), ("1" + "0" * 5_000, 400), ("NaN", 400), ("1e999", 422), ("{", 400)],
)
def test_a_value_that_is_none_costs_a_sentence(client, demo, raw, status):
    asked = {"base_revision": 1, "edit_id": "edit-0001", "label": "x",
             "operations": [{"op": "replace", "path": "/cistern/fire_reserve_l", "value": "RAW"}]}  # fmt: skip
    address = f"/api/properties/{demo['id']}/edits"
    answer = client.post(
        address, content=json.dumps(asked).replace('"RAW"', raw), headers={"content-type": "application/json"}
    )
    assert answer.status_code in (status, 422)
    assert answer.json()["errors"][0]["message"]


@pytest.mark.parametrize("version", [1, 2, 3, 4])
@pytest.mark.parametrize("assumed", [5, [5], {"a": 1}, [[]], "x"])
def test_an_older_file_with_rubbish_where_it_says_what_is_assumed_costs_a_sentence(client, version, assumed):
    raw = json.loads(demo_file("saltmarrow").model_dump_json())
    raw["property"] |= {"version": version, "assumed": assumed}
    answer = client.post("/api/properties/file", content=json.dumps(raw))
    assert answer.status_code == 422


DOCUMENTS = int(os.environ.get("LEAN_YEAR_DOCUMENTS", "150"))
HOSTILE = [None, True, -1, 0, 5e-324, 1e-9, 0.1, 7, 1e9, 1e308, -1e308, float("nan"), float("inf"), 10**400, "", "x",
           "\ud800", "\x00", "none", [], {}, [0], [[0, 0]], {"kind": "box"}]  # fmt: skip


def spoilt(raw, chance):
    """A document with one to three of its values changed, taken out, doubled or swapped for another's."""
    for _ in range(chance.randint(1, 3)):
        part, keys = raw, []
        while isinstance(part, dict | list) and part and chance.random() < 0.85:
            key = chance.choice(list(part) if isinstance(part, dict) else range(len(part)))
            keys.append((part, key))
            part = part[key]
        if not keys:
            continue
        holder, key = keys[-1]
        act = chance.choice(["set", "set", "near", "near", "out", "twice"])
        if act == "set":
            holder[key] = chance.choice(HOSTILE)
        elif act == "near" and isinstance(part, int | float) and not isinstance(part, bool):
            holder[key] = part * chance.choice([0.5, 2, 10, 1000, -1, 1e-6])
        elif act == "out":
            del holder[key]
        elif act == "twice" and isinstance(holder, list):
            holder.append(json.loads(json.dumps(part)) if not isinstance(part, float) else part)
    return raw


@pytest.mark.parametrize("seed", range(DOCUMENTS))
def test_a_spoilt_document_is_refused_by_its_field_or_planned(seed):
    """Made from whole properties, so that most of a document is sound and what is wrong gets far."""
    chance = random.Random(seed)
    name = chance.choice(list(DEMOS))
    raw = json.loads(demo_file(name).property.model_dump_json())
    with contextlib.suppress(InputError):  # which names the field; anything else fails here
        document = check(spoilt(raw, chance))
        plan = plan_property(document, prepare_rain(demo_rain(name), document.rain.filling)).plan
        assert json.loads(plan.model_dump_json())["verdict"]
