"""All stations, survey and permits, then the order the water takes. Whatever lists stations derives from this."""

from typing import Any

from lean_year.plan.model.station import Station
from lean_year.plan.stations.build.stage import STATION as BUILD
from lean_year.plan.stations.cistern.stage import STATION as CISTERN
from lean_year.plan.stations.first_flush.stage import STATION as FIRST_FLUSH
from lean_year.plan.stations.ground.stage import STATION as GROUND
from lean_year.plan.stations.gutters.stage import STATION as GUTTERS
from lean_year.plan.stations.household.stage import STATION as HOUSEHOLD
from lean_year.plan.stations.log.stage import STATION as LOG
from lean_year.plan.stations.overflow.stage import STATION as OVERFLOW
from lean_year.plan.stations.permits.stage import STATION as PERMITS
from lean_year.plan.stations.price.stage import STATION as PRICE
from lean_year.plan.stations.pump.stage import STATION as PUMP
from lean_year.plan.stations.rain.stage import STATION as RAIN
from lean_year.plan.stations.roofs.stage import STATION as ROOFS
from lean_year.plan.stations.survey.stage import STATION as SURVEY
from lean_year.plan.stations.treatment.stage import STATION as TREATMENT

FALL: tuple[Station[Any], ...] = (
    SURVEY,
    PERMITS,
    RAIN,
    ROOFS,
    GUTTERS,
    FIRST_FLUSH,
    CISTERN,
    OVERFLOW,
    PUMP,
    TREATMENT,
    HOUSEHOLD,
    GROUND,
    PRICE,
    BUILD,
    LOG,
)
