"""``python -m ritornel``: the command line, in a checkout."""

import sys

from ritornel.cli import main

sys.exit(main())
