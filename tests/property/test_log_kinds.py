"""Entries of the log: what each kind takes, and what is refused by name."""

import pytest
from pydantic import ValidationError

from lean_year.property.entries import Entry, SiteRecord
from lean_year.property.log_kinds import LOG_KINDS
from lean_year.property.logbook import log_rows, standing


def entry(key="a", kind="level", rest="", on="2026-03-01", **more):
    values = more.pop("values", {"depth_m": 1.0} if kind == "level" else {})
    about = f"log/{kind}" + (f"/{rest}" if rest else "")
    return Entry(id=key, kind=kind, about=about, on=on, values=values, **more)


def smallest(kind):
    """The least that an entry of a kind must say."""
    takes = LOG_KINDS[kind]
    names = [*takes.all_of, *takes.one_of[:1], *takes.any_of[:1]]
    return {
        "kind": kind,
        "rest": next(iter(takes.about), ""),
        "values": {name: max(takes.values[name].low, 0.5) for name in names},
        "note": "Seal" if takes.needs_note else "",
        "corrects": "b" if kind == "taken_back" else None,
    }


@pytest.mark.parametrize("kind", LOG_KINDS)
def test_the_least_of_each_kind_is_taken_and_survives_a_file(kind):
    made = entry(**smallest(kind))
    assert made.is_log
    assert Entry.model_validate_json(made.model_dump_json()) == made


@pytest.mark.parametrize("kind", [kind for kind, takes in LOG_KINDS.items() if takes.values])
def test_a_number_beyond_what_can_be_is_refused_by_its_name(kind):
    least = smallest(kind)
    for name, value in LOG_KINDS[kind].values.items():
        with pytest.raises(ValidationError, match=name):
            entry(**least | {"values": {name: value.high * 1.01 + 1}})
        with pytest.raises(ValidationError, match="number"):
            entry(**least | {"values": {name: float("nan")}})


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"values": {}}, "one of depth_m"),
        ({"values": {"depth_m": 1.0, "share": 0.4}}, "one of depth_m"),
        ({"values": {"depth_m": 1.0, "colour": 3.0}}, "values.colour"),
        ({"kind": "cleaning", "values": {}, "rest": "moon"}, "gutters"),
        ({"kind": "cleaning", "values": {}, "rest": ""}, "gutters"),
        ({"kind": "repair", "values": {}}, "note"),
        ({"kind": "rain", "values": {"days": 3.0}}, "depth_mm"),
        ({"kind": "uv", "values": {"flow_l_s": 1.0}}, "share"),
        ({"kind": "uv", "values": {"share": 0.9}, "words": {"colour": "blue"}}, "words.colour"),
        ({"kind": "taken_back", "values": {}}, "corrects"),
        ({"corrects": "a"}, "another entry"),
        ({"at": "25:00"}, "at"),
    ],
)  # fmt: skip
def test_what_an_entry_cannot_be_is_said(change, says):
    with pytest.raises(ValidationError, match=says):
        entry(**change)


def test_an_entry_about_something_else_than_its_kind_is_refused():
    with pytest.raises(ValidationError, match="log/level"):
        Entry(id="a", kind="level", about="pad-levels/main", on="2026-03-01", values={"depth_m": 1.0})


def test_what_is_of_the_build_takes_neither_words_nor_corrections():
    for more in ({"corrects": "b"}, {"words": {"source": "rain"}}):
        with pytest.raises(ValidationError, match="log"):
            Entry(id="a", kind="done", about="dig", on="2026-03-01", **more)


def test_a_site_has_its_build_and_its_log_apart():
    done = Entry(id="d", kind="done", about="dig", on="2026-03-01")
    record = SiteRecord((done, entry()))
    assert record.of_build == (done,)
    assert [each.id for each in record.of_log] == ["a"]


def test_a_correction_stands_in_the_place_of_what_it_corrects_and_all_is_kept():
    first = entry("a", values={"depth_m": 1.0})
    second = entry("b", values={"depth_m": 1.2}, corrects="a")
    third = entry("c", values={"depth_m": 1.1}, corrects="b", on="2026-02-27")
    other = entry("x", on="2026-02-28")
    rows = log_rows([first, second, other, third])
    assert [row.entry.id for row in rows] == ["c", "x"]
    assert [each.id for each in rows[0].earlier] == ["a", "b"]


def test_what_is_taken_back_counts_no_more_and_is_kept_on_its_day():
    rows = log_rows([entry("a"), entry("b", on="2026-04-01"),
                     entry("t", kind="taken_back", corrects="a", on="2026-05-01")])  # fmt: skip
    assert [(row.taken_back, row.entry.id) for row in rows] == [(True, "t"), (False, "b")]
    assert [each.id for each in standing([entry("a"), entry("t", kind="taken_back", corrects="a")])] == []


def test_two_that_correct_the_same_one_are_both_kept_and_the_later_stands():
    rows = log_rows([entry("a"), entry("b", corrects="a"), entry("c", corrects="a")])
    assert [(row.entry.id, len(row.earlier)) for row in rows] == [("c", 2)]


def test_on_one_day_the_time_decides():
    rows = log_rows([entry("evening", at="19:00"), entry("morning", at="07:00"), entry("whenever")])
    assert [row.entry.id for row in rows] == ["morning", "whenever", "evening"]
