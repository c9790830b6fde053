"""The site as a Django application."""

import gc

from django.apps import AppConfig

ALLOCATED = 60_000
"""So many more things there are before the youngest are looked through for rings.

An edit of a large slide makes some 300,000 that are gone, or kept for long, when it is answered: by Python's own 700
that means hundreds of look-throughs, and now and then one of everything, of 200 ms.
"""


class SiteConfig(AppConfig):
    """Sets how often rings of garbage are looked for."""

    name = "ritornel.site"

    def ready(self) -> None:
        """Look for them seldom; what is loaded by now stays for good, and is not looked through."""
        gc.collect()
        gc.freeze()
        gc.set_threshold(ALLOCATED, 20, 50)
