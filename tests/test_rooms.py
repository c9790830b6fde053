"""How long what one reads may be: files 300 lines, functions 50."""

import ast
import re
from pathlib import Path
from unittest import TestCase

ROOT = Path(__file__).resolve().parents[1]
WRITTEN = [
    file
    for folder in ("ritornel", "standins", "proof", "bench", "tests")
    for file in (ROOT / folder).rglob("*")
    if file.suffix in (".py", ".js", ".mjs") and not {"vendor", "migrations", "released"} & set(file.parts)
]
BEGINS = re.compile(r"^(\s*)(?:export )?(?:async )?(?:function \w+|(?:static |get )?\w+\([^)]*\) \{$)")


def functions(file: Path) -> list[tuple[str, int]]:
    """Where each function of a file begins, and how many lines it has."""
    source = file.read_text(encoding="utf-8")
    if file.suffix == ".py":
        tree = ast.walk(ast.parse(source))
        kinds = (ast.FunctionDef, ast.AsyncFunctionDef)
        return [(n.name, n.end_lineno - n.lineno + 1) for n in tree if isinstance(n, kinds)]
    found, lines = [], source.splitlines()
    for at, line in enumerate(lines):
        begins = BEGINS.match(line)
        if begins and line.rstrip().endswith("{"):
            end = next((n for n in range(at + 1, len(lines)) if lines[n].startswith(f"{begins[1]}}}")), at)
            found.append((line.strip(), end - at + 1))
    return found


class Rooms(TestCase):
    def test_no_file_is_longer_than_one_reads(self):
        self.assertGreater(len(WRITTEN), 500)
        long = {str(f.relative_to(ROOT)): len(f.read_text(encoding="utf-8").splitlines()) for f in WRITTEN}
        self.assertEqual({name: lines for name, lines in long.items() if lines > 300}, {})

    def test_no_function_is_longer_than_one_sees(self):
        long = {
            f"{file.relative_to(ROOT)} {name}": lines
            for file in WRITTEN
            if "tests" not in file.parts
            for name, lines in functions(file)
            if lines > 50
        }
        self.assertEqual(long, {})
