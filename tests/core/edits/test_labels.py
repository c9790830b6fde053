"""What each command is called and brings, and what is no command."""

from unittest import TestCase

from ritornel.core.edits import BadEdit, apply, read_command
from tests.made import show, slide


def label(do: str, **values) -> str:
    return read_command({"do": do, **values}).label


class Labels(TestCase):
    def test_they_follow_the_word_undo(self):
        s, two = {"slide": "s"}, ["a", "b"]
        told = {
            label("add-slide"): "add slide",
            label("add-builds", **s, objects=two): "build it with entrance",
            label("add-builds", **s, objects=two, effect="fade"): "build it with fade",
            label("set-steps", **s, steps=two, values={"delay": 1, "params": {"side": "left"}}): "set the delay and side of 2 builds",
            label("set-steps", **s, steps=["a"], values={"kind": "exit", "effect": "x"}): "choose another effect for a build",
            label("set-steps", **s, steps=["a"], values={"off": True}): "turn a build off",
            label("set-steps", **s, steps=["a"], values={"params": None}): "set a build",
            label("delete-steps", **s, steps=["a"]): "delete a build",
            label("delete-steps", **s, steps=two): "delete 2 builds",
            label("move-steps", **s, steps=two, cue=1): "reorder the builds",
            label("add-object", **s, object={"kind": "text"}): "add a text",
            label("set-objects", **s, values={"a": {"x": 1, "y": 2}, "b": {"x": 1}}): "move objects",
            label("set-objects", **s, values={"a": {"x": 1, "width": 2}}): "resize an object",
            label("set-objects", **s, values={"a": {"x": 1, "size": 2}}): "set the size and x of an object",
            label("set-objects", **s, values={"a": {"paragraphs": []}}): "edit the text of an object",
            label("set-objects", **s, values={"a": {"size": 1}, "b": {"font": "x"}}): "set the font and size of objects",
            label("set-objects", **s, values={"a": {"rotation": 1}}): "turn an object",
            label("set-objects", **s, values={"a": {"x": 1, "rising": True}}): "reshape an object",
            label("set-objects", **s, values={"a": {"locked": True}, "b": {"locked": True}}): "lock objects",
            label("set-objects", **s, values={"a": {"hidden": False}}): "show an object",
            label("set-objects", **s, values={"a": {"fill": "x", "line": "x", "line_width": 2}}): "set the fill, line and line width of an object",
            label("set-objects", **s, values={"a": {"name": "x"}}): "rename an object",
            label("start-media", **s, object="a", on="slide"): "start with the slide",
            label("start-media", **s, object="a", on="cue"): "start on a cue",
            label("add-picture-slides", assets=["a"]): "add a picture slide",
            label("add-picture-slides", assets=two): "add 2 picture slides",
            label("delete-slides", slides=["a"]): "delete the slide",
            label("delete-slides", slides=two): "delete 2 slides",
            label("duplicate-slides", slides=["a"]): "duplicate the slide",
            label("duplicate-slides", slides=two): "duplicate 2 slides",
            label("set-slides", values={"hold": 1, "builds_with_transition": True}): "set the hold and builds with transition of every slide",
            label("set-slides", values={"hold": 1}, slides=["a"]): "set the hold",
            label("set-show", values={"title": "x"}): "set the show's title",
            label("delete-bed", bed="a"): "take a bed away",
            label("add-bed", values={}): "add a bed",
            label("set-bed", bed="a", values={"loop": True}): "set the bed",
            label("drag-build", **s, step="a", by=1): "move a build",
            label("stretch-build", **s, step="a", edge="end", by=1): "stretch build",
            label("drag-cue", **s, cue=3, by=1): "move cue 3",
            label("drag-slide-end", **s, by=1): "move the end of the slide",
            label("apply-take", take={}): "apply a take",
            label("match-lineage", **s, objects=two, what=["place", "size"]): "give it the same place and size on every slide",
            label("put-on-slides", **s, objects=two): "put it on every slide",
            label("put-on-slides", **s, objects=two, slides=two): "put it on other slides",
            label("draw-path", **s, points=[[0, 0]]): "draw a line",
            label("place-outline", **s, path="M0 0", within=[0, 0, 1, 1]): "add an outline",
            label("paste-objects", **s, objects=[{}, {}]): "put in 2 copies",
            label("give-look", **s, objects=two, of="a", on="s"): "give it the look of another",
            label("give-builds", **s, objects=two, of="a", on="s"): "give it the builds of another",
            label("group-objects", **s, objects=two): "group objects",
            label("ungroup-objects", **s, objects=two): "ungroup objects",
            label("align-objects", **s, objects=two, edge="left"): "align objects at the left",
            label("spread-objects", **s, objects=two, along="down"): "spread objects down",
            label("tidy-objects", **s, objects=two, form="grid"): "tidy objects into a grid",
            label("style-texts", **s, objects=two, values={"size": 9, "font": "x"}): "set the font and size of texts",
            label("shrink-texts", **s, objects=two): "shrink a text to its box",
            label("size-objects", **s, objects=two, alike="width"): "make objects alike in width",
            label("size-objects", **s, objects=two, alike="both"): "make objects alike in size",
        }  # fmt: skip
        self.assertEqual(list(told), list(told.values()))

    def test_nothing_to_set_changes_nothing(self):
        made = show(slide(id="one"))
        for do, values in (("set-slides", {"slides": ["one"]}), ("set-show", {}), ("set-slides", {})):
            command = read_command({"do": do, "values": {}, **values})
            self.assertEqual((apply(made, command), "nothing" in command.label), (made, True))

    def test_what_is_no_command_is_refused(self):
        for name in ("", "apply", None, 5):
            with self.assertRaisesRegex(BadEdit, "there is no edit called"):
                read_command({"do": name})
        with self.assertRaisesRegex(BadEdit, "set-wait: cue must be a whole number"):
            read_command({"do": "set-wait", "slide": "s", "cue": "1", "wait": None})

    def test_what_each_brings(self):
        def brings(do: str, **values) -> tuple:
            return read_command({"do": do, **values}).brings_assets

        self.assertEqual(brings("add-object", slide="s", object={"asset": "a"}), ("a",))
        self.assertEqual(brings("add-object", slide="s", object={}), ())
        self.assertEqual(brings("set-objects", slide="s", values={"p": {"asset": "a"}, "q": {"x": 1}}), ("a",))
        self.assertEqual(brings("set-bed", bed="b", values={"asset": "a"}), ("a",))
        self.assertEqual(brings("add-bed", values={"asset": "a"}), ("a",))
        self.assertEqual(brings("add-picture-slides", assets=["a", "b"]), ("a", "b"))
        self.assertEqual(brings("add-slide"), ())
