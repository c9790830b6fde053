"""Break the rules one by one and see whether a test notices.

    bin/mutants [--share 0.1] [--seed 7] [--only core/time/script.py ...] [--near] [--survivors] [--again FILE]

Every rule of ``core/time``, ``core/motion``, ``core/edits`` and the other rooms of rules is changed in small ways
(a comparison turned, a sum made a difference, a number one more, a condition negated, a call left out), one change at a
time, and the tests of the core run on it until one fails. A change that none notices is a survivor. Exits 1 below ``LEAST_KILLED``.
With ``--near`` only the tests that name the changed file's rules, and those of its room, are asked: what only a far one
would notice counts as survived, so the share told is the least it can be, and a survivor costs seconds, not minutes.
"""

import argparse
import ast
import copy
import importlib
import importlib.abc
import importlib.util
import multiprocessing
import os
import random
import signal
import sys
import time
import unittest
from collections import Counter
from collections.abc import Iterator
from pathlib import Path
from typing import NamedTuple

from django.conf import settings

from tests.examples import FEW_EXAMPLES

ROOT = Path(__file__).resolve().parents[1]
ROOMS = ("time", "motion", "score", "edits", "linecheck", "sound", "voice")
LEAST_KILLED = 0.9
PROGRESS_EACH = 100
_NEAR = 4
SECONDS = 60
PATIENCE_FACTOR = 8
"""A change that makes the tests take so many times as long as they take without it is noticed too."""
UNBROKEN_SECONDS = 600
_PATIENCE = "RITORNEL_MUTANT_SECONDS"
_TURNED = {
    ast.Lt: ast.LtE, ast.LtE: ast.Lt, ast.Gt: ast.GtE, ast.GtE: ast.Gt, ast.Eq: ast.NotEq, ast.NotEq: ast.Eq,
    ast.Is: ast.IsNot, ast.IsNot: ast.Is, ast.In: ast.NotIn, ast.NotIn: ast.In,
    ast.Add: ast.Sub, ast.Sub: ast.Add, ast.Mult: ast.Add, ast.Div: ast.Mult, ast.FloorDiv: ast.Mult, ast.Mod: ast.Mult,
    ast.And: ast.Or, ast.Or: ast.And,
}  # fmt: skip
_SWAPPED = {"min": "max", "max": "min", "any": "all", "all": "any"}
_PASSED_OVER = frozenset({"strict", "frozen", "kw_only", "maxsize", "gc", "autojunk", "default", "key"})


class Mutant(NamedTuple):
    """One change: the file, what is changed, and the changed source."""

    path: str
    line: int
    what: str
    source: str


def mutants_of(path: Path) -> Iterator[Mutant]:
    """Yield every change of one file."""
    tree = ast.parse(path.read_text(encoding="utf-8"))
    places = list(_places(tree))
    for number, node in enumerate(places):
        for what, change in _changes(node):
            changed = copy.deepcopy(tree)
            change(list(_places(changed))[number])
            source = ast.unparse(ast.fix_missing_locations(changed))
            yield Mutant(str(path.relative_to(ROOT)), getattr(node, "lineno", 0), what, source)


def _places(node: ast.AST) -> Iterator[ast.AST]:
    """Yield the nodes that are rules: no annotations, decorators, docstrings, class options or sizes of caches."""
    yield node
    for name, value in ast.iter_fields(node):
        if name in ("annotation", "returns", "decorator_list") or (
            isinstance(node, ast.ClassDef) and name == "keywords"
        ):
            continue
        for child in value if isinstance(value, list) else [value]:
            if not isinstance(child, ast.AST) or (isinstance(child, ast.keyword) and child.arg in _PASSED_OVER):
                continue
            if isinstance(child, ast.Assign) and any(getattr(t, "id", "").endswith("_BYTES") for t in child.targets):
                continue
            yield from _places(child)


def _changes(node: ast.AST):
    if isinstance(node, ast.Compare):
        for place, op in enumerate(node.ops):
            yield f"{type(op).__name__} turned", lambda n, p=place, o=op: n.ops.__setitem__(p, _TURNED[type(o)]())
    elif isinstance(node, ast.BinOp | ast.AugAssign | ast.BoolOp) and type(node.op) in _TURNED:
        yield f"{type(node.op).__name__} turned", lambda n: setattr(n, "op", _TURNED[type(n.op)]())
    elif isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
        yield "not left out", lambda n: setattr(n, "op", ast.UAdd()) or setattr(n, "operand", _truth(n.operand))
    elif isinstance(node, ast.Constant) and isinstance(node.value, bool):
        yield f"{node.value} turned", lambda n: setattr(n, "value", not n.value)
    elif isinstance(node, ast.Constant) and isinstance(node.value, int | float):
        yield f"{node.value} one more", lambda n: setattr(n, "value", n.value + 1)
    elif isinstance(node, ast.If | ast.IfExp | ast.While):
        yield "condition negated", lambda n: setattr(n, "test", ast.UnaryOp(ast.Not(), n.test))
    elif isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id in _SWAPPED:
        yield f"{node.func.id} turned", lambda n: setattr(n.func, "id", _SWAPPED[n.func.id])
    elif isinstance(node, ast.Expr) and isinstance(node.value, ast.Call):
        yield "call left out", lambda n: setattr(n, "value", ast.Constant(None))
    elif isinstance(node, ast.comprehension) and node.ifs:
        yield "filter left out", lambda n: setattr(n, "ifs", [])


def _truth(node: ast.expr) -> ast.expr:
    return ast.Call(ast.Name("bool", ast.Load()), [node], [])


class _Changed(importlib.abc.MetaPathFinder, importlib.abc.Loader):
    """Gives the changed source when the module is imported."""

    def __init__(self, mutant: Mutant) -> None:
        self.mutant = mutant
        self.name = mutant.path.removesuffix(".py").removesuffix("/__init__").replace("/", ".")

    def find_spec(self, name, path, target=None):
        if name != self.name:
            return None
        where = str(ROOT / self.mutant.path)
        search = [str(Path(where).parent)] if where.endswith("__init__.py") else None
        return importlib.util.spec_from_file_location(name, where, loader=self, submodule_search_locations=search)

    def create_module(self, spec):
        return None

    def exec_module(self, module):
        exec(compile(self.mutant.source, str(ROOT / self.mutant.path), "exec"), module.__dict__)


def survives(mutant: Mutant | None, near: bool = False) -> bool:
    """Run the core's tests on a change, the nearest first; False as soon as one fails, or takes too long.

    With ``near`` the others are not run.
    """
    child = os.fork()
    if child == 0:
        os._exit(_run(mutant, near))
    end = time.monotonic() + float(os.environ.get(_PATIENCE, SECONDS))
    while time.monotonic() < end:
        done, status = os.waitpid(child, os.WNOHANG)
        if done:
            return status == 0
        time.sleep(0.02)
    os.kill(child, signal.SIGKILL)
    os.waitpid(child, 0)
    return False


def _run(mutant: Mutant | None, only_near: bool) -> int:
    with Path(os.devnull).open("w") as nowhere:
        os.dup2(nowhere.fileno(), 1)
        os.dup2(nowhere.fileno(), 2)
    try:
        if mutant is not None:
            sys.meta_path.insert(0, _Changed(mutant))
        near = [] if mutant is None else _near(mutant)
        for names in [*near, *([] if only_near else _modules(mutant))]:
            signal.alarm(SECONDS if names in near else 0)  # what does not end in them is noticed too
            suite = unittest.defaultTestLoader.loadTestsFromNames(names)
            if not unittest.TextTestRunner(failfast=True, verbosity=0).run(suite).wasSuccessful():
                return 1
    except BaseException:
        return 1
    return 0


def _modules(mutant: Mutant | None) -> list[list[str]]:
    rooms = [f"tests.core.{room}" for room in (*ROOMS, "model")]
    own = "" if mutant is None else f"tests.core.{mutant.path.split('/')[2]}"
    rooms.sort(key=lambda room: room != own)
    tests = sorted((ROOT / "tests" / "core").rglob("test_*.py"))
    names = [".".join(t.relative_to(ROOT).with_suffix("").parts) for t in tests]
    ordered = [[n for n in names if n.startswith(f"{room}.")] for room in rooms]
    groups = [*(group for group in ordered if group), [n for n in names if n.count(".") == 2]]
    return groups


def _near(mutant: Mutant) -> list[list[str]]:
    """Return the tests that name what the changed file defines, those with most of it first, then those of its room."""
    tests = sorted((ROOT / "tests" / "core").rglob("test_*.py"))
    defined = {
        node.name
        for node in ast.parse((ROOT / mutant.path).read_text()).body
        if isinstance(node, ast.FunctionDef | ast.ClassDef) and not node.name.startswith("_")
    } | {Path(mutant.path).stem}
    weights = {test: sum(test.read_text().count(name) for name in defined) for test in tests}
    own = f"test_{Path(mutant.path).stem}"
    near = sorted((test for test in tests if weights[test]), key=lambda test: (test.stem != own, -weights[test]))
    room = [test for test in tests if test.parent.name == mutant.path.split("/")[2]]
    asked = dict.fromkeys([*near[:_NEAR], *room])
    return [[".".join(test.relative_to(ROOT).with_suffix("").parts)] for test in asked]


def _prepare() -> None:
    """Load, once, what tests need beside the code under change."""
    os.environ[FEW_EXAMPLES] = "12"
    settings.configure()
    for name in ("hypothesis.extra.django", "msgspec", "uharfbuzz", "fractions"):
        importlib.import_module(name)


def _judge(asked: tuple[Mutant, bool]) -> tuple[Mutant, bool]:
    mutant, near = asked
    return mutant, survives(mutant, near)


def _stands(found: list[Mutant], near: bool) -> bool:
    """Tell whether the tests that are asked pass unbroken; what takes far longer than this is noticed."""
    os.environ[_PATIENCE] = str(UNBROKEN_SECONDS)
    began = time.monotonic()
    unbroken = [Mutant(path, 0, "nothing", (ROOT / path).read_text()) for path in sorted({m.path for m in found})]
    stands = all(survives(one, near=True) for one in unbroken) if near else survives(None)
    os.environ[_PATIENCE] = str(max(SECONDS, PATIENCE_FACTOR * (time.monotonic() - began)))
    return stands


def main(arguments: list[str] | None = None) -> int:
    """Judge the changes and print what was found; 1 if too many survive."""
    parser = argparse.ArgumentParser(description="Break the core's rules one by one and see whether a test notices.")
    parser.add_argument("--share", type=float, default=1.0, help="judge this share of all changes")
    parser.add_argument("--seed", type=int, default=7, help="which ones, if not all")
    parser.add_argument("--only", nargs="+", default=[""], help="files whose path contains one of these")
    parser.add_argument("--near", action="store_true", help="ask only the tests nearest to each change")
    parser.add_argument(
        "--again", type=Path, help="only changes like the survivors that an earlier run listed in this file"
    )
    parser.add_argument("--survivors", action="store_true", help="list the survivors")
    asked = parser.parse_args(arguments)
    files = [p for room in ROOMS for p in sorted((ROOT / "ritornel" / "core" / room).rglob("*.py"))]
    found = [m for p in files if any(part in str(p) for part in asked.only) for m in mutants_of(p)]
    if asked.again is not None:
        listed = {
            tuple(line.split(": ")) for line in asked.again.read_text().splitlines() if line.startswith("ritornel/")
        }
        alike = {(where.rsplit(":", 1)[0], what) for where, what in listed}
        print(f"of {len(found)} changes, those like {len(listed)} survivors:")
        found = [m for m in found if (m.path, m.what) in alike]
    if asked.share < 1:
        found = random.Random(asked.seed).sample(found, max(1, round(asked.share * len(found))))
    _prepare()
    if not _stands(found, asked.near):
        print("the tests of the core fail as they are; mend that first")
        return 1
    began = time.monotonic()
    told, killed = Counter(), Counter()
    left: list[Mutant] = []
    with multiprocessing.get_context("fork").Pool(os.cpu_count()) as pool:
        for mutant, survived in pool.imap_unordered(_judge, [(mutant, asked.near) for mutant in found], chunksize=4):
            room = mutant.path.split("/")[2]
            told[room] += 1
            killed[room] += not survived
            if survived:
                left.append(mutant)
            if told.total() % PROGRESS_EACH == 0:
                print(f"{told.total()} of {len(found)}, {len(left)} survived so far", file=sys.stderr, flush=True)
    for room in sorted(told):
        print(f"core/{room}: {killed[room]} of {told[room]} killed, {100 * killed[room] / told[room]:.1f} %")
    share = killed.total() / max(1, told.total())
    print(f"in all: {killed.total()} of {told.total()}, {100 * share:.1f} %, in {time.monotonic() - began:.0f} s")
    if asked.survivors:
        for mutant in sorted(left):
            print(f"{mutant.path}:{mutant.line}: {mutant.what}")
    return 0 if share >= LEAST_KILLED else 1


if __name__ == "__main__":
    sys.exit(main())
