"""What is queued."""

from django_tasks import task

from ritornel.jobs.running import work_on_next


@task()
def work_one() -> bool:
    """Work on the job that is next; whichever that is."""
    return work_on_next()
