"""What an article says of itself, in the units of whoever reads it."""

from collections.abc import Iterator

from lean_year.core.parts.catalogue import KINDS
from lean_year.core.treatment.cartridges import REFERENCE_L_S
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.choices import choice_label
from lean_year.plan.model.train import LABELS
from lean_year.plan.stations.cistern.needs import sold_as
from lean_year.property.shelf import Article, HousingArticle, PumpArticle, StoreArticle, VesselArticle
from lean_year.property.tank_shapes import Pit


def article_words(article: Article, say: Wording) -> str:
    """Its figures in a line.

    >>> article_words(VesselArticle(name="V", volume_l=60, rated_kpa=1000, weight_kg=13), Wording("metric"))
    '60 L, rated for 1,000 kPa, 13 kg'
    """
    match article:
        case StoreArticle():
            said = _store(article, say)
        case HousingArticle():
            said = _housing(article, say)
        case PumpArticle():
            said = _pump(article, say)
        case VesselArticle():
            said = _vessel(article, say)
    weight = [] if article.weight_kg is None else [say.mass(article.weight_kg)]
    return ", ".join([*said, *weight])


def _store(article: StoreArticle, say: Wording) -> Iterator[str]:
    vessel, shape = article.as_tank().vessel(), article.shape
    if isinstance(shape, Pit):
        yield "Lined pit"
        yield " × ".join(say.length(each) for each in (shape.length_m, shape.width_m, shape.height_m))
    else:
        kind, measures = sold_as(shape, say)
        yield KINDS[kind].name
        yield measures
    yield f"{say.volume(float(vessel.below_l(vessel.top_water_m)))} to the overflow"
    if article.outlet_port_mm is not None:
        yield f"outlet of {say.bore(article.outlet_port_mm)}"
    if article.overflow_port_mm is not None:
        yield f"overflow of {say.bore(article.overflow_port_mm)}"


def _housing(article: HousingArticle, say: Wording) -> Iterator[str]:
    yield LABELS[article.stage]
    if article.lamp is not None:
        yield f"{say.figure(article.lamp.rated_mj_cm2, 'mJ/cm2')} at {say.flow(article.lamp.rated_flow_l_s)}"
        yield f"takes {say.pressure(article.lamp.drop_kpa)} at that"
    else:
        if article.stage in ("sediment", "carbon"):
            yield article.size.replace("x", " × ") + " in"
        if article.stage != "calcite":
            yield f"{say.micron(article.micron)} {'absolute' if article.absolute else 'nominal'}"
        if article.clean_kpa is not None:
            flow = say.flow(article.clean_flow_l_s or REFERENCE_L_S)
            yield f"takes {say.pressure(article.clean_kpa)} new at {flow}"
    if article.port_mm is not None:
        yield f"ports of {say.bore(article.port_mm)}"


def _pump(article: PumpArticle, say: Wording) -> Iterator[str]:
    yield f"{say.length(article.points[0][1])} with every tap shut"
    flow, head = article.points[-1]
    yield f"{say.length(head)} at {say.flow(flow)}"
    yield f"{several(len(article.points), 'point')} of its curve"
    yield choice_label("/pump/control", article.control, say.units)
    yield choice_label("/pump/stands", article.stands, say.units)
    if article.volts is not None:
        yield f"on a battery of {say.of_kind('voltage', article.volts)}"
    if article.port_mm is not None:
        yield f"ports of {say.bore(article.port_mm)}"


def _vessel(article: VesselArticle, say: Wording) -> Iterator[str]:
    yield say.volume(article.volume_l)
    if article.rated_kpa is not None:
        yield f"rated for {say.pressure(article.rated_kpa)}"
