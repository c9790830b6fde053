"""Settings: ``local`` for one's own machine, demo and tests; ``production`` behind HTTPS."""
