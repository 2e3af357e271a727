"""What the interface offers to choose from, and whether the server is ready."""

from fastapi import APIRouter

from lean_year.api.schemas import ChoiceLists, HabitChoice, MaterialChoice
from lean_year.core.catchment import runoff_coefficients
from lean_year.core.household import HABITS_L_PERSON_DAY

router = APIRouter(prefix="/api", tags=["reference"])


@router.get("/health")
def health() -> dict[str, str]:
    return {"status": "ready"}


@router.get("/choices")
def choices() -> ChoiceLists:
    return ChoiceLists(
        materials=[MaterialChoice.model_validate(each) for each in runoff_coefficients().values()],
        habits=[HabitChoice(key=key, litres_person_day=use) for key, use in HABITS_L_PERSON_DAY.items()],
    )
