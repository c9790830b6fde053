"""Marks in the script stay with their meaning when a sentence is written anew, and go only when one says so."""

from tests.browser.test_objects import BOX, ObjectsCase
from tests.made import step


class Marks(ObjectsCase):
    def setUp(self):
        super().setUp()
        self.desk(
            BOX,
            running_order=[step("a"), step("b", kind="exit")],
            script="The lamp turns [1] on one finger, [2] all night.",
        )

    def select(self, word: str):
        self.page.dblclick(f".passage >> text={word} >> nth=0", position={"x": 4, "y": 8})

    def script(self) -> str:
        self.page.keyboard.press("Escape")
        return self.kept().script

    def test_all_of_it_written_over_by_typing_and_pasted(self):
        self.page.click(".passage >> nth=0")
        self.page.keyboard.press("Control+a")
        self.page.keyboard.type("It floats.")
        self.assertEqual(sorted(self.script().replace("[", " [").split()), ["It", "[1]", "[2]", "floats."])
        self.page.keyboard.press("Control+z")
        self.until("ritornel.book.editor.script.startsWith('The lamp turns [1]')")
        self.settled()
        self.page.click(".passage >> nth=0")
        self.page.keyboard.press("Control+a")
        self.page.evaluate(
            """() => { const clipboardData = new DataTransfer(); clipboardData.setData("text/plain", "The lens spins on a finger, all winter.");
            document.activeElement.dispatchEvent(new ClipboardEvent("paste", { clipboardData, bubbles: true, cancelable: true })); }"""
        )
        self.assertEqual(self.script(), "The lens spins [1] on a finger, [2] all winter.")

    def test_a_mark_deleted_by_itself_is_gone(self):
        self.page.click(".passage >> nth=1")
        self.page.evaluate(
            """() => { const { view } = ritornel.book.editor; let at = 0;
            view.state.doc.descendants((node, place) => { if (node.attrs.cue === 1 && node.isInline) at = place + 1; });
            view.dispatch(view.state.tr.setSelection(view.state.selection.constructor.create(view.state.doc, at))); }"""
        )
        self.page.keyboard.press("Backspace")
        self.assertNotIn("[1]", self.script())


CARET = """(count) => { const { view } = ritornel.book.editor;
  view.dispatch(view.state.tr.setSelection(view.state.selection.constructor.create(view.state.doc, 1 + count))); }"""


class Splitting(ObjectsCase):
    def test_a_slide_is_split_at_a_cue_and_at_the_caret_and_joined_again(self):
        builds = [step("a", object="box", effect="fade"), step("b", kind="exit", effect="fade")]
        self.desk(BOX, running_order=builds, script="The lamp turns [1] on one finger, [2] all night.")
        before, length = self.kept(), self.length()
        self.page.evaluate("ritornel.store.select('steps', ['b'])")
        self.page.keyboard.press("Shift+S")
        self.until("ritornel.store.kept.order.length === 3")
        self.settled()
        self.assertEqual(self.length(), length)
        self.assertEqual((self.kept().script, self.kept(1).script), ("The lamp turns [1] on one finger,", "all night."))
        self.assertEqual(self.page.evaluate("ritornel.store.slideIndex()"), 1)
        self.page.keyboard.press("PageUp")
        self.page.keyboard.press("Shift+J")
        self.until("ritornel.store.kept.order.length === 2")
        self.assertEqual(self.kept(), before)
        self.page.keyboard.press("w")
        self.until("ritornel.book.editor.hasFocus")
        self.page.evaluate(CARET, len("The lamp"))
        self.page.keyboard.press("Control+Enter")
        self.until("ritornel.store.kept.order.length === 3")
        self.assertEqual(
            (self.kept().script, self.kept(1).script), ("The lamp", "turns [1] on one finger, [2] all night.")
        )
        self.assertEqual([s.id for s in self.kept(1).running_order], ["a", "b"])
