"""How a show sounds, as the server tells it: listened to once for all that is heard alike."""

from unittest.mock import patch

from ritornel.jobs.models import Job
from tests.files import wav
from tests.made import show, slide
from tests.material import OwnerCase, asset


class Sounds(OwnerCase):
    def setUp(self):
        super().setUp()
        tune = asset(self.owner, "tune.wav", wav(2.0))
        self.row = self.keep(show(slide(id="one", hold=3000), beds=[{"id": "b", "asset": tune.sha256}]))
        self.address = f"/shows/{self.row.pk}/sound"

    def listen(self):
        return self.client.post(self.address)

    def test_it_is_measured_and_told_again_without_listening(self):
        told = self.listen().json()
        self.assertAlmostEqual(told["integrated"], -16, delta=1)
        self.assertEqual((len(told["levels"]), told["limited_ms"]), (len(told["clear"]), 0))
        with patch("ritornel.desk.sounding.done_apart", side_effect=AssertionError):
            self.assertEqual(self.listen().json(), told)

    def test_after_an_edit_it_is_listened_to_anew(self):
        loud = self.listen().json()["integrated"]
        self.edit(self.row, {"do": "set-bed", "bed": "b", "values": {"gain_db": -10}})
        self.assertAlmostEqual(self.listen().json()["integrated"], loud - 10, delta=0.1)

    def test_what_could_not_be_listened_to_is_said_and_can_be_tried_again(self):
        self.edit(self.row, {"do": "set-bed", "bed": "b", "values": {"gain_db": -3}})
        with patch("ritornel.desk.sounding.done_apart", side_effect=OSError):
            self.assertEqual(self.listen().status_code, 400)
        self.assertIn("levels", self.listen().json())
        self.assertEqual(Job.objects.filter(kind="mix").count(), 1)

    def test_only_its_owner_hears_of_it(self):
        self.client.force_login(self.other)
        self.assertEqual(self.client.post(self.address).status_code, 404)
