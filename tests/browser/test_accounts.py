"""Signing in with a key, one's own page by keys alone, and all of it without a fault that a machine can find."""

from django.test import Client

from ritornel.accounts.addresses import set_confirmed
from tests.browser.base import PASSWORD, USER
from tests.browser.test_accessibility import Axe


class Accounts(Axe):
    def setUp(self):
        super().setUp()
        set_confirmed(self.owner, "keeper@skarholm.example")
        self.context.clear_cookies()

    def with_a_key(self) -> None:
        """A key lies in this computer, and whoever presses it is known to be its owner."""
        line = self.context.new_cdp_session(self.page)
        line.send("WebAuthn.enable")
        options = {"protocol": "ctap2", "transport": "internal", "hasResidentKey": True, "hasUserVerification": True,
                   "isUserVerified": True, "automaticPresenceSimulation": True}  # fmt: skip
        line.send("WebAuthn.addVirtualAuthenticator", {"options": options})

    def sign_in_by_keys(self, name: str = USER) -> None:
        self.page.goto("/sign-in")
        self.until("document.activeElement?.name === 'login'")
        self.page.keyboard.type(name)
        self.page.keyboard.press("Tab")
        self.page.keyboard.type(PASSWORD)
        self.page.keyboard.press("Enter")
        self.page.wait_for_url(f"{self.live_server_url}/")

    def test_a_passkey_is_made_and_opens_the_account_alone(self):
        self.with_a_key()
        self.sign_in_by_keys("keeper@skarholm.example")
        self.page.goto("/account/second/keys/new")
        self.until("document.activeElement?.name === 'password'")
        self.page.keyboard.type(PASSWORD)
        self.page.keyboard.press("Enter")
        self.page.wait_for_selector("[name=name]")
        self.check_now("where a passkey is made")
        self.page.fill("[name=name]", "The lamp room")
        self.page.keyboard.press("Enter")
        self.page.wait_for_selector(".recovery-codes")
        self.check_now("recovery codes")
        self.context.clear_cookies()
        self.page.goto("/sign-in")
        self.page.click("text=Sign in with a passkey")
        self.page.wait_for_url(f"{self.live_server_url}/")
        self.page.goto("/account/second/keys")
        self.assertIn("The lamp room", self.page.inner_text("main"))

    def test_where_no_key_is_shown_it_says_so_and_the_password_still_opens(self):
        self.page.goto("/sign-in")
        self.page.evaluate(
            "void (navigator.credentials.get = () => Promise.reject(new DOMException('no', 'NotAllowedError')))"
        )
        self.page.click("text=Sign in with a passkey")
        self.page.wait_for_selector("text=No key was shown")
        self.sign_in_by_keys()

    def test_pages_of_the_account_have_no_fault_that_axe_finds(self):
        for address in ("/sign-in", "/forgotten", "/sign-up"):
            self.check(address)
        self.sign_in_by_keys()
        for address in (
            "/account",
            "/account/address",
            "/account/password",
            "/account/second",
            "/account/sessions",
            "/account/again",
            "/mine",
        ):
            self.check(address)
        self.page.goto("/account")
        self.page.click("summary >> text=Leave")
        self.check_now("leaving")

    def test_leaving_and_coming_back(self):
        self.sign_in_by_keys()
        self.page.goto("/account")
        self.page.click("summary >> text=Leave")
        self.page.fill("details [name=password]", PASSWORD)
        self.page.keyboard.press("Enter")
        self.page.click("text=Come back")
        self.page.wait_for_selector("text=You stay")
        self.assertEqual(Client().get("/account").status_code, 302)
