import gc
from unittest import TestCase
from weakref import ref

from msgspec.structs import replace

from ritornel.core.model import Slide
from ritornel.core.model.memory import Memory, Recalled


class Memories(TestCase):
    def test_the_least_recently_used_goes_first(self):
        memory: Memory[str, int] = Memory(10)
        for name in "abc":
            memory.put(name, ord(name), 4 if name != "c" else 2)
        self.assertEqual((memory.get("a"), memory.weight), (97, 10))
        memory.put("d", 100, 4)
        self.assertEqual([memory.get(n) for n in "abcd"], [97, None, 99, 100])

    def test_what_is_heavier_than_the_whole_is_not_kept(self):
        memory: Memory[str, int] = Memory(10)
        self.assertEqual(memory.put("a", 1, 11), 1)
        self.assertEqual((memory.get("a"), memory.weight), (None, 0))


class Recall(TestCase):
    def test_by_the_very_things_and_nothing_equal(self):
        recalled: Recalled[str] = Recalled(100)
        one, other = Slide(id="one"), Slide(id="other")
        recalled.put("both", 10, one, other, by=3)
        self.assertEqual(recalled.get(one, other, by=3), "both")
        for things, by in (((one, other), 4), ((other, one), 3), ((one,), 3), ((replace(one), other), 3)):
            self.assertIsNone(recalled.get(*things, by=by))

    def test_it_keeps_nothing_in_use_and_finds_nothing_for_what_took_its_place(self):
        recalled: Recalled[int] = Recalled(10_000)
        for number in range(200):
            thing = Slide(id=f"s{number}")
            self.assertIsNone(recalled.get(thing))
            recalled.put(number, 40, thing)
            last = ref(thing)
        del thing
        gc.collect()
        self.assertIsNone(last())
        self.assertLessEqual(recalled.weight, 10_000)
