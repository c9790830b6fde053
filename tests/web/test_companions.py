"""Second devices at a lectern: who has the code may, for a while, and nobody else."""

from datetime import timedelta

from django.test import Client
from django.utils import timezone

from ritornel.takes.companions import MOST
from ritornel.takes.models import Companion, Order
from tests.made import show, slide, step
from tests.material import OwnerCase


class Companions(OwnerCase):
    def setUp(self):
        super().setUp()
        self.row = self.keep(show(slide(step("a"), id="one", script="Here is [1] a secret.")))
        self.address = f"/shows/{self.row.pk}/companions"
        (self.one,) = self.client.post(self.address).json()["companions"]
        self.with_it = f"/with/{self.one['code']}"
        self.device = Client()

    def post(self, client: Client, path: str, body: dict):
        return client.post(path, body, content_type="application/json")

    def beat(self, after: int = 0, **more):
        return self.post(self.client, f"{self.address}/beat", {"state": {"slide": 0, "cue": 1}, "after": after, **more})

    def test_what_is_asked_for_comes_once_in_its_order_and_where_the_run_stands_is_told(self):
        self.assertContains(self.device.get(self.with_it), "a secret")
        for what in ({"give": True}, {"slide": "one"}, {"hands": [{"phase": "begin", "x": 1, "y": 2}]}):
            self.assertEqual(self.post(self.device, f"{self.with_it}/order", what).status_code, 200)
        told = self.beat().json()
        self.assertEqual([list(o) for o in told["orders"]], [["give"], ["slide"], ["hands"]])
        self.assertEqual(self.beat(after=told["after"]).json()["orders"], [])
        self.assertFalse(Order.objects.exists())
        self.assertEqual(self.device.get(f"{self.with_it}/state").json(), {"state": {"slide": 0, "cue": 1}})
        self.assertEqual(self.device.get(f"{self.with_it}/pictures/one").status_code, 200)

    def test_who_is_taken_away_or_too_late_or_has_no_code_is_out(self):
        for bad in ("AAAA2222", "x", "%00", "A" * 300):
            self.assertEqual(self.device.get(f"/with/{bad}").status_code, 404, bad)
        self.assertEqual(self.device.post("/with", {"code": "nothing"}).status_code, 404)
        self.assertEqual(self.device.get(self.address).status_code, 401)
        self.client.delete(f"{self.address}/{self.one['code']}")
        self.assertEqual(self.device.get(f"{self.with_it}/state").status_code, 404)
        (again,) = self.client.post(self.address).json()["companions"]
        Companion.objects.update(expires_at=timezone.now() - timedelta(seconds=1))
        self.assertEqual(self.device.get(f"/with/{again['code']}/state").status_code, 404)
        self.client.post(self.address)
        self.assertEqual(self.beat(over=True).json()["companions"], 0)
        self.client.force_login(self.other)
        for path in (self.address, f"{self.address}/beat"):
            self.assertEqual(self.post(self.client, path, {"state": {}}).status_code, 404)

    def test_a_code_is_read_as_people_write_it_and_there_are_only_so_many(self):
        found = self.device.post("/with", {"code": f" {self.one['written'].lower()} "})
        self.assertRedirects(found, self.with_it)
        self.assertIn("<svg", self.one["drawn"])
        for _ in range(MOST):
            answer = self.client.post(self.address)
        self.assertEqual((answer.status_code, Companion.objects.count()), (400, MOST))

    def test_guessing_codes_and_flooding_are_bounded(self):
        with self.settings(RATES={"joining": (3, 60)}):
            answers = [self.device.get(f"/with/AAAA222{n}/state") for n in range(5)]
        self.assertEqual([a.status_code for a in answers], [404, 404, 404, 429, 429])
        for what in ({"hands": [{"phase": "begin", "x": 1e9, "y": 0}]}, {"else": 1}, {"slide": "s" * 999}):
            self.assertEqual(self.post(self.device, f"{self.with_it}/order", what).status_code, 400)
