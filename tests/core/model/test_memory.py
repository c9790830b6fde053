import gc
from unittest import TestCase
from weakref import ref

from msgspec.structs import replace

from ritornel.core.model import Slide
from ritornel.core.model.memory import Held, Memory, Recalled


class Memories(TestCase):
    def test_what_was_not_used_goes_first(self):
        memory: Memory[str, int] = Memory(10)
        for name in "abc":
            memory.put(name, ord(name), 4 if name != "c" else 2)
        self.assertEqual((memory.get("a"), memory.weight), (97, 10))
        memory.put("d", 100, 4)
        self.assertEqual([memory.get(n) for n in "abcd"], [97, None, 99, 100])

    def test_what_was_used_once_goes_in_its_turn(self):
        memory: Memory[str, int] = Memory(3)
        for name in "abc":
            memory.put(name, ord(name), 1)
        self.assertTrue(all(memory.get(name) for name in "abc"))
        for name in "def":
            memory.put(name, ord(name), 1)
        self.assertEqual([n for n in "abcdef" if memory.get(n)], list("def"))

    def test_its_weight_never_passes_the_bound(self):
        memory: Memory[int, int] = Memory(100)
        for number, weight in enumerate((10, 60, 30, 100, 20, 20, 70, 50, 50, 1)):
            memory.put(number % 7, number, weight)
            self.assertEqual(memory.get(number % 7), number)
            self.assertLessEqual(memory.weight, 100)
        memory.clear()
        self.assertEqual((memory.weight, memory.get(2)), (0, None))

    def test_what_is_put_in_again_weighs_once(self):
        memory: Memory[str, int] = Memory(100)
        for number in range(9):
            memory.put("a", number, 20)
        self.assertEqual((memory.weight, memory.get("a")), (20, 8))

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


class Hold(TestCase):
    def test_by_the_very_tuple_and_nothing_equal(self):
        held: Held[str] = Held(100)
        one, equal = (Slide(id="one"), 2), (Slide(id="one"), 2)
        held.put("of one", 10, one, by="this")
        self.assertEqual([held.get(one, by="this"), held.get(one), held.get(equal, by="this")], ["of one", None, None])
        held.clear()
        self.assertIsNone(held.get(one, by="this"))

    def test_what_it_remembers_of_stays_in_use_so_that_nothing_else_is_taken_for_it(self):
        held: Held[int] = Held(1000)
        thing = Slide(id="kept")
        known = ref(thing)
        held.put(1, 10, (thing,))
        del thing
        gc.collect()
        self.assertIsNotNone(known())
        self.assertTrue(all(held.get((Slide(id=str(n)),)) is None for n in range(200)))
