"""How much memory a process has taken after many edits and trials of one show: python -m bench.remembering COUNT."""

import os
import random
import resource
import sys
import tempfile

_var = tempfile.TemporaryDirectory(prefix="ritornel-bench-")
os.environ["RITORNEL_VAR"] = _var.name
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "ritornel.site.settings.local")

import django  # noqa: E402

django.setup()

from django.contrib.auth import get_user_model  # noqa: E402
from django.core.management import call_command  # noqa: E402
from django.test import Client  # noqa: E402
from django.test.utils import setup_test_environment  # noqa: E402

from bench.shows import large_show  # noqa: E402
from ritornel.shows import keeping  # noqa: E402
from tests.made import edits  # noqa: E402


def main() -> int:
    """Edit, try, undo and redo at random, and print the most memory that was taken, in bytes."""
    setup_test_environment()
    call_command("migrate", verbosity=0)
    owner = get_user_model().objects.create_user("bench")
    row = keeping.create(owner, large_show(100))
    client = Client()
    client.force_login(owner)
    chance = random.Random(3)
    revision = 0
    for number in range(int(sys.argv[1])):
        slide = f"s{chance.randrange(100)}"
        command: object = chance.choice(
            [
                {"do": "drag-build", "slide": slide, "step": "b0", "by": number},
                {"do": "set-objects", "slide": slide, "values": {"o1": {"x": number % 9000}}},
                {"do": "set-objects", "slide": slide, "values": {"o0": {"paragraphs": [{"text": f"Words {number}"}]}}},
                {"do": "set-slides", "slides": [slide], "values": {"script": f"Said {number}. [1] So [2] it is."}},
                "undo",
                "redo",
            ]
        )
        if isinstance(command, dict) and chance.random() < 0.6:
            client.post(f"/shows/{row.pk}/try", {"commands": [command]}, content_type="application/json")
            continue
        body = edits(revision, command, near=[slide])
        answer = client.post(f"/shows/{row.pk}/edit", body, content_type="application/json")
        revision = answer.json().get("revision", revision)
    print(resource.getrusage(resource.RUSAGE_SELF).ru_maxrss * 1024)
    return 0


if __name__ == "__main__":
    sys.exit(main())
