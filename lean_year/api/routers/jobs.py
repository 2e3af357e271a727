"""Long work: the band of resampled records, the design search, what is worth measuring."""

from fastapi import APIRouter

from lean_year.api.deps import AtSupply, InWorkshop
from lean_year.api.jobs import Job
from lean_year.api.schemas.base import Refusal
from lean_year.api.schemas.jobs import AskedJob, JobState
from lean_year.plan.stations.cistern.design_search import Front
from lean_year.plan.stations.cistern.resampled_band import Band
from lean_year.plan.worth_of_measuring import WorthOfMeasuring

router = APIRouter(
    prefix="/api",
    tags=["jobs"],
    responses={404: {"model": Refusal}, 409: {"model": Refusal}, 422: {"model": Refusal}},
)


@router.post("/properties/{property_id}/jobs", response_model=JobState, status_code=202)
def start_job(property_id: str, asked: AskedJob, workshop: AtSupply) -> JobState:
    return _state(workshop.start_job(property_id, asked.base_revision, asked.kind))


@router.get("/jobs/{job_id}", response_model=JobState)
def look_at_job(job_id: str, workshop: InWorkshop) -> JobState:
    return _state(workshop.jobs.get(job_id))


@router.delete("/jobs/{job_id}", response_model=JobState)
def cancel_job(job_id: str, workshop: InWorkshop) -> JobState:
    return _state(workshop.jobs.cancel(job_id))


def _state(job: Job) -> JobState:
    return JobState(
        id=job.id,
        kind=job.kind,
        revision=job.revision,
        state=job.state,
        done=job.done,
        of=job.of,
        problem=job.problem,
        band=job.result if isinstance(job.result, Band) else None,
        front=job.result if isinstance(job.result, Front) else None,
        worth=job.result if isinstance(job.result, WorthOfMeasuring) else None,
    )
