"""One stage of a treatment train as it is answered."""

from pydantic import BaseModel


class StagePlan(BaseModel):
    """One stage at the peak flow."""

    name: str
    kind: str
    flow_l_s: float
    """Passes it at the peak."""
    clean_kpa: float
    dirty_kpa: float
    """When it is due for a change."""
    after_clean_kpa: float
    """Taken by the train up to and with it, new."""
    after_dirty_kpa: float
    life_months: float | None
    """None where it is not changed by wear."""
    cost_year: float | None
    takes: str
