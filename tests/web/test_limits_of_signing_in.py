"""Limits of signing in hold per name and per address, behind a proxy too, and lock nobody else out."""

from axes.models import AccessAttempt
from django.contrib.auth import get_user_model
from django.test import RequestFactory, TestCase, override_settings

from ritornel.accounts.addresses import set_confirmed
from ritornel.accounts.limits import client_address
from tests.material import QUICK_HASHER

HERE, THERE, PROXY = "203.0.113.5", "203.0.113.9", "10.0.0.1"


@override_settings(
    AXES_FAILURE_LIMIT=3, FAILURES_FOR_AN_ADDRESS=8, FAILURES_FOR_A_NAME=8, PASSWORD_HASHERS=[QUICK_HASHER]
)
class Limits(TestCase):
    def setUp(self):
        for name in ("keeper", "visitor"):
            get_user_model().objects.create_user(name, password="four-flashes")

    def sign_in(self, name: str, password: str = "four-flashes", address: str = HERE, **headers) -> int:
        told = self.client.post("/sign-in", {"login": name, "password": password}, REMOTE_ADDR=address, **headers)
        self.client.logout()
        return told.status_code

    def fail(self, times: int, name: str = "keeper", **more) -> list[int]:
        return [self.sign_in(name, "wrong", **more) for _ in range(times)]

    def test_a_name_is_locked_where_it_failed_and_nowhere_else(self):
        self.assertEqual(self.fail(3), [200, 200, 429])
        self.assertEqual(self.sign_in("keeper"), 429)
        self.assertEqual(self.sign_in("keeper", address=THERE), 302)
        self.assertEqual(self.sign_in("visitor"), 302)

    def test_a_mail_address_is_locked_as_a_name_is(self):
        set_confirmed(get_user_model().objects.get(username="keeper"), "keeper@skarholm.example")
        self.assertEqual(self.fail(3, name="keeper@skarholm.example"), [200, 200, 429])
        self.assertEqual(self.sign_in("keeper@skarholm.example"), 429)
        self.assertEqual(self.sign_in("keeper@skarholm.example", address=THERE), 302)

    def test_an_address_that_fails_with_many_names_is_locked_but_not_for_who_signed_in_there_before(self):
        self.assertEqual(self.sign_in("visitor"), 302)
        for number in range(8):
            self.fail(1, name=f"guess-{number}")
        self.assertEqual(self.sign_in("keeper"), 429)
        self.assertEqual(self.sign_in("visitor"), 302)
        self.assertEqual(self.sign_in("keeper", address=THERE), 302)

    def test_a_name_that_fails_at_many_addresses_is_locked_but_not_where_it_signed_in_before(self):
        self.assertEqual(self.sign_in("keeper"), 302)
        for number in range(8):
            self.fail(1, address=f"198.51.100.{number}")
        self.assertEqual(self.sign_in("keeper", address=THERE), 429)
        self.assertEqual(self.sign_in("keeper", address=HERE), 302)

    @override_settings(TRUSTED_PROXIES=["10.0.0.0/8"])
    def test_behind_a_proxy_everyone_has_an_address_of_their_own(self):
        self.fail(3, address=PROXY, headers={"X-Forwarded-For": HERE})
        self.assertEqual(self.sign_in("keeper", address=PROXY, headers={"X-Forwarded-For": HERE}), 429)
        self.assertEqual(self.sign_in("keeper", address=PROXY, headers={"X-Forwarded-For": THERE}), 302)
        self.assertEqual(AccessAttempt.objects.get().ip_address, HERE)

    def test_what_a_stranger_says_of_their_address_is_not_believed(self):
        self.fail(3, headers={"X-Forwarded-For": "198.51.100.1"})
        self.assertEqual(self.sign_in("keeper", headers={"X-Forwarded-For": "198.51.100.2"}), 429)

    @override_settings(TRUSTED_PROXIES=["10.0.0.0/8", "192.0.2.7"])
    def test_the_address_is_the_last_that_is_no_proxy(self):
        def address(remote: str, forwarded: str) -> str:
            return client_address(RequestFactory().get("/", REMOTE_ADDR=remote, headers={"X-Forwarded-For": forwarded}))

        self.assertEqual(address(PROXY, f"198.51.100.1, {HERE}, 192.0.2.7"), HERE)
        self.assertEqual(address(HERE, THERE), HERE)
        self.assertEqual(address(PROXY, "nonsense"), PROXY)
        self.assertEqual(address(PROXY, ""), PROXY)
