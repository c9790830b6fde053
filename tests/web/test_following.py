"""Pages follow a show, also over a database that does not answer for a while."""

import asyncio
import uuid
from unittest import TestCase
from unittest.mock import patch

from django.db import OperationalError

from ritornel.shows import following
from ritornel.shows.following import Following
from tests.material import run_apart


class Followed(TestCase):
    def test_an_error_of_the_database_ends_nothing(self):
        show = uuid.uuid4()
        answers = iter([{show: 1}, OperationalError("locked"), OperationalError("locked"), {show: 2}])

        def revisions(ids):
            answer = next(answers, {show: 2})
            if isinstance(answer, Exception):
                raise answer
            return answer

        async def follow() -> list[int]:
            followed = Following()
            queues = [followed.join(show), followed.join(show)]
            told = [await asyncio.wait_for(queue.get(), 5) for _ in range(2) for queue in queues]
            for queue in queues:
                followed.leave(show, queue)
            await asyncio.wait_for(followed._task, 5)
            return told

        with (
            patch.object(following, "_revisions", revisions),
            patch.object(following, "EVERY_S", 0.01),
            self.assertLogs("ritornel"),
        ):
            self.assertEqual(run_apart(follow()), [1, 1, 2, 2])
