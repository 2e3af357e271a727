"""What every shelf begins with: usual articles of no maker, all of them estimates."""

from collections.abc import Iterator
from functools import cache
from typing import get_args

from lean_year.core.pump.generic_pumps import GENERIC_PUMPS
from lean_year.core.tables import table
from lean_year.core.treatment.cartridges import CARTRIDGES, REFERENCE_L_S, CartridgeType, clean_drop_kpa
from lean_year.property.pump import Battery
from lean_year.property.shelf import (
    Article,
    HousingArticle,
    PumpArticle,
    StoreArticle,
    VesselArticle,
    check_article,
)
from lean_year.property.treatment import USUAL, LampSheet


@cache
def generic_articles() -> tuple[Article, ...]:
    """Stores, housings, a lamp, pumps and vessels. Basis of everything in them: estimate."""
    return (*_stores(), *_housings(), *_pumps(), *_vessels())


def _stores() -> Iterator[StoreArticle]:
    for row in table("generic_articles")["store"]:
        article = check_article({"kind": "store", "estimate": True} | row)
        assert isinstance(article, StoreArticle)
        yield article


def _housings() -> Iterator[HousingArticle]:
    for kind in get_args(CartridgeType):
        for size, cartridge in CARTRIDGES.items():
            yield HousingArticle(
                name=f"{kind.capitalize()} housing, {cartridge.label}",
                estimate=True,
                stage=kind,
                size=size,
                micron=float(USUAL[kind]["micron"]),
                clean_kpa=clean_drop_kpa(kind=kind, size=size, flow_l_s=REFERENCE_L_S),
                clean_flow_l_s=REFERENCE_L_S,
            )
    lamp = table("generic_articles")["lamp"]
    yield HousingArticle(estimate=True, stage="uv", lamp=LampSheet(), **lamp)


def _pumps() -> Iterator[PumpArticle]:
    for pump in GENERIC_PUMPS:
        yield PumpArticle(
            name=pump.label,
            estimate=True,
            points=pump.points,
            efficiency=pump.efficiency,
            control=pump.control,
            stands=pump.stands,
            volts=Battery().volts if pump.on_battery else None,
        )


def _vessels() -> Iterator[VesselArticle]:
    for row in table("generic_articles")["vessel"]:
        yield VesselArticle(estimate=True, **row)
