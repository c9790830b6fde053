"""How many examples hypothesis tries: as many as a test asks for, fewer while mutants are judged."""

import os

from hypothesis import HealthCheck, Phase, settings

FEW_EXAMPLES = "RITORNEL_FEW_EXAMPLES"


def examples(count: int) -> settings:
    """Return the settings for a test that wants to try ``count`` examples."""
    few = os.environ.get(FEW_EXAMPLES)
    if few is None:
        return settings(max_examples=count, deadline=None, suppress_health_check=[HealthCheck.too_slow])
    return settings(
        max_examples=min(count, int(few)),
        deadline=None,
        database=None,
        derandomize=True,
        phases=(Phase.explicit, Phase.generate),
        suppress_health_check=list(HealthCheck),
    )
