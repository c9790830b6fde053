"""Bodies of requests as they arrive: bounded by who sends them, and by time."""

import asyncio
from unittest.mock import patch

from django.test import override_settings

from ritornel.site import bodies
from ritornel.site.bodies import LARGE, SMALL_BYTES, STRANGERS_BYTES, BoundedBodies, _Sender, _sender
from tests.files import png
from tests.material import OwnerCase, asset, run_apart


class _Application:
    """Reads a whole body, as Django does, and tells how much it got."""

    def __init__(self):
        self.got: list[int | str] = []

    async def __call__(self, scope, receive, send):
        got = 0
        while True:
            message = await receive()
            if message["type"] == "http.disconnect":
                self.got.append("gone")
                return
            got += len(message["body"])
            if not message.get("more_body"):
                break
        self.got.append(got)
        await send({"type": "http.response.start", "status": 200, "headers": []})


class Bodies(OwnerCase):
    def sent(
        self,
        *blocks: int | None,
        path="/shows/x/edit",
        stated: int | None = None,
        sender: _Sender | None = None,
        most=10**9,
    ):
        """Send blocks of so many bytes (None: nothing any more); return what was answered, and what came through."""
        application, answers = _Application(), []
        bounded = BoundedBodies(application, most)

        async def run():
            left = list(blocks)

            async def receive():
                size = left.pop(0)
                if size is None:
                    await asyncio.sleep(60)
                return {"type": "http.request", "body": b"x" * size, "more_body": bool(left)}

            async def send(message):
                answers.append(message.get("status"))

            headers = [] if stated is None else [(b"content-length", str(stated).encode())]
            scope = {"type": "http", "method": "POST", "path": path, "headers": headers}
            with patch.object(bodies, "_sender", lambda cookies: sender):
                await bounded(scope, receive, send)

        run_apart(run())
        self.assertEqual(dict(bounded.arriving), {})
        return answers[0] if answers else None, application.got

    def test_strangers_send_little(self):
        self.assertEqual(self.sent(1000, 24, stated=1024), (200, [1024]))
        self.assertEqual(self.sent(stated=STRANGERS_BYTES + 1), (401, []))
        self.assertEqual(self.sent(STRANGERS_BYTES, 1), (None, ["gone"]))
        self.assertEqual(self.sent(900, 200, stated=1000), (None, ["gone"]), "more than it said")

    def test_who_is_signed_in_sends_what_there_is_room_for(self):
        keeper = _Sender(1, room=3 * SMALL_BYTES)
        self.assertEqual(self.sent(SMALL_BYTES, stated=SMALL_BYTES, sender=keeper), (200, [SMALL_BYTES]))
        self.assertEqual(self.sent(stated=SMALL_BYTES + 1, sender=keeper), (413, []))
        whole = [SMALL_BYTES] * 4
        self.assertEqual(self.sent(*whole, path=LARGE[0], stated=sum(whole), sender=keeper), (200, [sum(whole)]))
        self.assertEqual(self.sent(path=LARGE[0], stated=sum(whole) + 1, sender=keeper), (413, []))
        self.assertEqual(self.sent(*whole, 1, path=LARGE[0], sender=keeper), (None, ["gone"]))
        self.assertEqual(self.sent(path=LARGE[0], stated=30 * SMALL_BYTES, sender=keeper, most=SMALL_BYTES), (413, []))

    def test_all_that_one_sends_at_once_is_taken_together(self):
        bounded = BoundedBodies(_Application(), 10**9)
        bounded.arriving[1] = 2 * SMALL_BYTES
        answers = []

        async def send(message):
            answers.append(message.get("status"))

        async def run():
            scope = {
                "type": "http",
                "method": "POST",
                "path": LARGE[0],
                "headers": [(b"content-length", str(SMALL_BYTES).encode())],
            }
            with patch.object(bodies, "_sender", lambda cookies: _Sender(1, room=0)):
                await bounded(scope, None, send)

        run_apart(run())
        self.assertEqual(answers[0], 413)

    def test_who_stops_in_the_middle_is_not_waited_for(self):
        with patch.object(bodies, "STRANGERS_S", 0.05):
            self.assertEqual(self.sent(10, None), (None, ["gone"]))
        with patch.object(bodies, "SILENT_S", 0.05):
            self.assertEqual(self.sent(SMALL_BYTES // 2, None, sender=_Sender(1, 0)), (None, ["gone"]))

    def test_what_is_no_length_is_refused(self):
        for stated in ("-1", "9" * 30, "1e3"):
            self.assertEqual(self.sent(stated=stated), (413, []))

    def test_who_it_is_and_how_much_room_they_have(self):
        kept = asset(self.owner, "lamp.png", png())
        cookies = "; ".join(f"{name}={morsel.value}" for name, morsel in self.client.cookies.items())
        with override_settings(ACCOUNT_MAX_BYTES=kept.size + 500):
            self.assertEqual(_sender(f"other=1; {cookies}"), _Sender(self.owner.pk, 500))
        for odd in ("", "sessionid=", "sessionid=nobody", "sessionid=\xff\x00", ";;;=", "a b c"):
            self.assertIsNone(_sender(odd))
        self.client.logout()
        self.assertIsNone(_sender(cookies))
