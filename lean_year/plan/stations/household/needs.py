"""What ways to need less water ask to be bought."""

from lean_year.core.parts.need import Need, Needs
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.property.document import Property


@cached_by_parts(16, "household.cheaper")
def household_needs(document: Property) -> Needs:
    """What of it is planned to be in place."""
    cheaper = document.household.cheaper
    needs = []
    if cheaper.low_use:
        needs.append(Need("low-use-fittings", "Low-use fittings: as entered"))
    if cheaper.dry_toilet:
        needs.append(Need("dry-toilet", "Dry toilet: as entered"))
    if cheaper.greywater_share > 0:
        needs.append(Need("greywater-kit", "Greywater to the garden: as entered"))
    return Needs(tuple(needs))
