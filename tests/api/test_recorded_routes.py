"""A status, a limit or a default of the API that changes is seen: `recorded_routes.py` says how."""

from tests.api.recorded_routes import recorded, routes


def test_every_address_takes_and_answers_what_it_did():
    assert list(routes()) == recorded()
