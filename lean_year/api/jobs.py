"""Long work beside the edits: started, looked at, cancelled. Kept in memory, one thread at a time."""

import logging
import uuid
from collections.abc import Callable, Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, field
from threading import Event, Lock
from typing import Literal

from lean_year.core.errors import InputError
from lean_year.plan.answer.progress import Progress
from lean_year.plan.stations.cistern.design_search import Front
from lean_year.plan.stations.cistern.resampled_band import Band
from lean_year.plan.worth_of_measuring import WorthOfMeasuring

JobKind = Literal["band", "search", "worth"]
Result = Band | Front | WorthOfMeasuring
State = Literal["running", "done", "cancelled", "failed"]
KEPT = 40
_log = logging.getLogger(__name__)


class UnknownJob(LookupError):
    """There is no such job, or it was so long ago that it was forgotten."""


@dataclass(slots=True)
class Job:
    """One piece of work and how far it is."""

    id: str
    kind: JobKind
    property_id: str
    revision: int
    state: State = "running"
    done: int = 0
    of: int = 1
    problem: str = ""
    result: Result | None = None
    stop: Event = field(default_factory=Event)


class Jobs:
    """The jobs of one application. A newer one of the same kind on the same property stops the older."""

    def __init__(self) -> None:
        self._jobs: dict[str, Job] = {}
        self._lock = Lock()
        self._pool = ThreadPoolExecutor(max_workers=1, thread_name_prefix="job")

    def start(
        self,
        kind: JobKind,
        property_id: str,
        revision: int,
        work: Callable[[], Iterator[Progress | Result]],
    ) -> Job:
        job = Job(uuid.uuid4().hex, kind, property_id, revision)
        with self._lock:
            for other in self._jobs.values():
                if other.kind == kind and other.property_id == property_id:
                    other.stop.set()
            self._jobs[job.id] = job
            for old in list(self._jobs)[:-KEPT]:
                self._jobs.pop(old).stop.set()
        self._pool.submit(self._run, job, work)
        return job

    def get(self, job_id: str) -> Job:
        with self._lock:
            if job_id not in self._jobs:
                raise UnknownJob(job_id)
            return self._jobs[job_id]

    def cancel(self, job_id: str) -> Job:
        """Stop a job at its next step; one that is done stays done."""
        job = self.get(job_id)
        job.stop.set()
        if job.state == "running":
            job.state = "cancelled"
        return job

    @staticmethod
    def _run(job: Job, work: Callable[[], Iterator[Progress | Result]]) -> None:
        try:
            if job.stop.is_set():
                job.state = "cancelled"
                return
            for item in work():
                if job.stop.is_set():
                    job.state = "cancelled"
                    return
                if isinstance(item, Progress):
                    job.done, job.of = item.done, item.of
                else:
                    job.done = job.of
                    job.result, job.state = item, "done"
            if job.state == "running":
                job.problem, job.state = "the work ended without a result", "failed"
        except InputError as error:
            job.problem, job.state = str(error), "failed"
        except Exception:
            _log.exception("job %s failed", job.kind)
            job.problem, job.state = "the work failed; the property is unchanged", "failed"
