"""The command line: ``ritornel COMMAND``, in a checkout ``python -m ritornel COMMAND``. One file per command.

A file states ``NAME``, ``HELP``, ``arguments(parser)`` and ``run(asked)``, which returns the exit code. What is wrong
with what was asked is said in one line, with exit code 2. A new command is one new file here.
"""

import argparse
import importlib
import pkgutil
import sys
from typing import NoReturn

from ritornel.cli._wrong import Wrong

COMMANDS = {
    module.NAME: module
    for name in sorted(m.name for m in pkgutil.iter_modules(__path__) if not m.name.startswith("_"))
    for module in [importlib.import_module(f"{__name__}.{name}")]
    if hasattr(module, "NAME")
}


class _Parser(argparse.ArgumentParser):
    def error(self, message: str) -> NoReturn:
        raise Wrong(f"{message}; see {self.prog} --help")


def main(arguments: list[str] | None = None) -> int:
    """Run a command; return its exit code."""
    parser = _Parser(prog="ritornel", description="Slide shows choreographed in time.")
    commands = parser.add_subparsers(dest="command", required=True, metavar="COMMAND", parser_class=_Parser)
    for name, module in COMMANDS.items():
        module.arguments(commands.add_parser(name, help=module.HELP, description=module.HELP))
    try:
        asked = parser.parse_args(arguments)
        return int(COMMANDS[asked.command].run(asked))
    except Wrong as error:
        print(f"ritornel: {' '.join(str(error).split())}", file=sys.stderr)
        return 2
    except BrokenPipeError:
        return 0
