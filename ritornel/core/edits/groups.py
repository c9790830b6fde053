"""Edits of groups: objects that are placed together."""

from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, Ids, change_slide, fresh_ids
from ritornel.core.model import Object, Show, Slide
from ritornel.core.model.units import Id


class GroupObjects(Command, frozen=True, kw_only=True):
    """Make objects one group, all of them right behind the nearest. Groups they were of are no more."""

    slide: str
    objects: Ids
    group: Id | None = None

    def apply(self, show: Show) -> Show:
        """Return the show with the group."""
        chosen = set(self.objects)

        def change(slide: Slide) -> Slide:
            members = [o for o in slide.objects if o.id in chosen]
            if len(members) < 2:
                raise BadEdit("select two objects at least")
            name = self.group or fresh_ids("group", (o.group for o in slide.objects))[0]
            nearest = slide.objects.index(members[-1])
            grouped = [replace(o, group=name) for o in members]
            behind = [o for o in slide.objects[:nearest] if o.id not in chosen]
            return alone_no_more(replace(slide, objects=(*behind, *grouped, *slide.objects[nearest + 1 :])))

        return change_slide(show, self.slide, change)


class UngroupObjects(Command, frozen=True, kw_only=True):
    """Take objects out of their groups."""

    slide: str
    objects: Ids

    def apply(self, show: Show) -> Show:
        """Return the show with the objects by themselves."""
        chosen = set(self.objects)

        def change(slide: Slide) -> Slide:
            return alone_no_more(
                replace(slide, objects=tuple(replace(o, group="") if o.id in chosen else o for o in slide.objects))
            )

        return change_slide(show, self.slide, change)


def alone_no_more(slide: Slide) -> Slide:
    """Return the slide without groups of one."""
    groups = [o.group for o in slide.objects]

    def left(thing: Object) -> Object:
        return replace(thing, group="") if thing.group and groups.count(thing.group) < 2 else thing

    return replace(slide, objects=tuple(map(left, slide.objects)))
