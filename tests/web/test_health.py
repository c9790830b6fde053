"""How it goes, for whoever supervises."""

from datetime import timedelta
from unittest.mock import patch

from django.db import DatabaseError
from django.utils import timezone

from ritornel.jobs.models import Job
from tests.material import OwnerCase


class Health(OwnerCase):
    def told(self) -> tuple[int, dict]:
        self.client.logout()
        answer = self.client.get("/health")
        return answer.status_code, answer.json()

    def test_all_goes_well(self):
        self.assertEqual(self.told(), (200, {"database": "ok", "jobs": "ok"}))
        self.assertIn("no-store", self.client.get("/health")["Cache-Control"])

    def test_a_job_that_waits_for_long_is_told(self):
        job = Job.objects.create(owner=self.owner, kind="upload", subject="x")
        self.assertEqual(self.told()[0], 200)
        Job.objects.filter(pk=job.pk).update(made_at=timezone.now() - timedelta(minutes=11))
        self.assertEqual(self.told(), (503, {"database": "ok", "jobs": "wait for a worker"}))
        Job.objects.filter(pk=job.pk).update(state=Job.DONE)
        self.assertEqual(self.told()[0], 200)

    def test_a_database_that_cannot_be_read_is_told(self):
        with patch.object(Job.objects, "filter", side_effect=DatabaseError):
            self.assertEqual(self.told(), (503, {"database": "cannot be read", "jobs": "unknown"}))
