"""The jobs of this application, and how far they have come."""

from __future__ import annotations

from typing import Annotated

from fastapi import Depends, HTTPException, Request

from .jobs import Job, Jobs, Sort
from .refusals import router_of
from .shapes.common import JobOut

router = router_of("/api/workshop/jobs", "jobs")


def jobs_of(request: Request) -> Jobs:
    """The jobs of this application."""
    jobs: Jobs = request.app.state.jobs
    return jobs


TheJobs = Annotated[Jobs, Depends(jobs_of)]


@router.get("/{job_id}")
def one_job(job_id: str, jobs: TheJobs) -> JobOut:
    """How far a job has come."""
    return job_out(job_of(jobs, job_id))


@router.delete("/{job_id}")
def stop_job(job_id: str, jobs: TheJobs) -> JobOut:
    """Stop a job; what it was to change stays as it was."""
    job = job_of(jobs, job_id)
    job.stop()
    return job_out(job)


def job_of(jobs: Jobs, job_id: str, sort: Sort | None = None) -> Job:
    """A job by its id, of a sort where only that can be answered."""
    job = jobs.get(job_id)
    if job is None or (sort is not None and job.sort != sort):
        raise HTTPException(404, "This work is not known any more.")
    return job


def job_out(job: Job) -> JobOut:
    """How far a job has come."""
    return JobOut(
        id=job.id, state=job.state, done=job.done, total=job.total, message=job.message, pack_id=job.pack_id
    )
