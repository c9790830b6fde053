"""Edits of how a show looks: its house style, kinds of slide, roles of objects, styles of its own."""

from typing import Annotated, ClassVar

from msgspec import Meta
from msgspec.structs import replace

from ritornel.core.edits.command import BadEdit, Command, Ids, change_slide
from ritornel.core.model import Paragraph, Show, Slide, Style, Text, Transition, limits
from ritornel.core.model.roles import ROLES
from ritornel.core.styles import room_of, style_named, style_of
from ritornel.core.styles.dressing import redressed, restored, settled
from ritornel.core.styles.giving import Room
from ritornel.core.styles.guessing import empty_texts
from ritornel.core.styles.keeping import as_it_looks, kept_style
from ritornel.core.styles.kinds import KINDS

StyleName = Annotated[str, Meta(min_length=1, max_length=80)]


class SetStyle(Command, frozen=True, kw_only=True):
    """Set the whole show in a house style. Content and timing stay, and so does what was set by hand."""

    restyles: ClassVar[bool] = True

    style: StyleName

    def apply(self, show: Show) -> Show:
        """Return the show in the style."""
        return in_style(show, self.style)

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "set the show in a house style"


class SetKind(Command, frozen=True, kw_only=True):
    """Make slides another kind: their objects go to its places, and what it has besides is there to be filled in."""

    restyles: ClassVar[bool] = True

    slides: Ids
    kind: str

    def apply(self, show: Show) -> Show:
        """Return the show with the slides of that kind."""
        style = style_of(show)
        if style is None:
            raise BadEdit("choose a house style first: it says what kinds of slide look like")
        if self.kind not in KINDS:
            raise BadEdit(f"a slide is {', '.join(kind.label for kind in KINDS.values())}")
        chosen = set(self.slides)
        room = room_of(show)
        slides = tuple(_as_kind(s, style, self.kind, room) if s.id in chosen else s for s in show.slides)
        return replace(show, slides=slides)

    @property
    def label(self) -> str:
        """Name the kind."""
        return f"make it {KINDS[self.kind].label}" if self.kind in KINDS else "set the kind"


class SetRole(Command, frozen=True, kw_only=True):
    """Give objects a role: they look as the style has it, and stand in its place if one is free; none takes it away."""

    restyles: ClassVar[bool] = True

    slide: str
    objects: Ids
    role: str

    def apply(self, show: Show) -> Show:
        """Return the show with the objects in that role."""
        if self.role and self.role not in ROLES:
            raise BadEdit(f"a role is one of {', '.join(ROLES)}")
        style = style_of(show)

        def change(slide: Slide) -> Slide:
            chosen = frozenset(self.objects)
            objects = tuple(replace(o, role=self.role) if o.id in chosen else o for o in slide.objects)
            slide = replace(slide, objects=objects)
            return restored(slide, style, room_of(show), chosen) if style and self.role else slide

        return change_slide(show, self.slide, change)


class FollowStyle(Command, frozen=True, kw_only=True):
    """Take back what was set by hand: objects of a slide, its ground under the id “”, are as the style has them."""

    restyles: ClassVar[bool] = True

    slide: str
    objects: Ids

    def apply(self, show: Show) -> Show:
        """Return the show with them as the style has them."""
        style = style_of(show)
        if style is None:
            raise BadEdit("the show is set in no house style")
        room = room_of(show)
        return change_slide(show, self.slide, lambda slide: restored(slide, style, room, frozenset(self.objects)))

    @property
    def label(self) -> str:
        """Name it as people do."""
        return "follow the house style"


class KeepStyle(Command, frozen=True, kw_only=True):
    """Keep what the show looks like as a style of its own, and set the show in it; one of the same name is replaced."""

    restyles: ClassVar[bool] = True

    name: StyleName

    def apply(self, show: Show) -> Show:
        """Return the show with the style."""
        own = kept_style(show, self.name.strip() or "Style")
        kept = [s for s in show.styles if s.name != own.name]
        if len(kept) >= limits.OWN_STYLES:
            raise BadEdit(f"a show may have {limits.OWN_STYLES} styles of its own at most; take one away first")
        show = in_style(replace(show, styles=(*kept, own)), own.name)
        return replace(show, slides=tuple(settled(s, own, room_of(show)) for s in show.slides))

    @property
    def label(self) -> str:
        """Name it as people do."""
        return f"keep the style “{self.name[:40]}”"


class ForgetStyle(Command, frozen=True, kw_only=True):
    """Take a style of its own out of the show, which must be set in another one."""

    name: StyleName

    def apply(self, show: Show) -> Show:
        """Return the show without it."""
        if show.style == self.name:
            raise BadEdit("the show is set in this style; choose another one first")
        return replace(show, styles=tuple(s for s in show.styles if s.name != self.name))


def in_style(show: Show, name: str, among: frozenset[str] | None = None) -> Show:
    """Return the show set in a style, only slides ``among`` if given; ``BadEdit`` if there is none of that name."""
    new = style_named(show, name)
    if new is None:
        raise BadEdit(f"there is no house style called “{name}”")
    if style_of(show) is None:
        styled = as_it_looks(show)
        nothing = not any(s.objects for s in show.slides)
        show = replace(styled, styles=show.styles) if nothing else styled
        old = next(s for s in styled.styles if s.name == styled.style)
    else:
        old = style_of(show) or new
    room = room_of(show)
    slides = (redressed(s, old, new, room) if among is None or s.id in among else s for s in show.slides)
    return replace(show, style=new.name, slides=tuple(slides))


def begun(title: str, style: str, under: str = "") -> Show:
    """Return a new show in a house style, with the slide that opens it: its title, and what is under it."""
    show = SetStyle(style=style).apply(Show(title=title))
    opening = new_slide(show, "slide-1", "opening")
    said = {"title": title, "subtitle": under}
    objects = tuple(
        replace(o, paragraphs=(Paragraph(said[o.role]),)) if isinstance(o, Text) and said.get(o.role) else o
        for o in opening.objects
    )
    opening = replace(opening, objects=objects, transition=Transition(type="cut"))
    dressed = restored(opening, style_of(show) or Style(name=style), room_of(show), frozenset(o.id for o in objects))
    return replace(show, slides=(dressed,))


def new_slide(show: Show, slide_id: str, kind: str) -> Slide:
    """Return an empty slide of a kind in the show's style, with a text to be filled in for each of its roles."""
    style = style_of(show)
    if style is None:
        return Slide(id=slide_id)
    room = room_of(show)
    empty = restored(Slide(id=slide_id, transition=style.transition), style, room, frozenset({""}))
    return _as_kind(empty, style, kind, room)


def _as_kind(slide: Slide, style: Style, kind: str, room: Room) -> Slide:
    roles = KINDS[kind].roles
    moved = redressed(_recast(slide, roles), style, style, room, kind=kind)
    added = empty_texts(moved, roles)
    moved = replace(moved, objects=(*moved.objects, *added))
    return restored(moved, style, room, frozenset(o.id for o in added))


def _recast(slide: Slide, roles: tuple[str, ...]) -> Slide:
    """Return the slide with texts of roles that the kind does not have in those that are left; empty ones go."""
    free = list(roles)
    stay, others = [], []
    for thing in slide.objects:
        if thing.role in free:
            free.remove(thing.role)
            stay.append(thing.id)
        elif isinstance(thing, Text) and thing.role:
            others.append(thing)
    empty = {o.id for o in others if not any(p.text for p in o.paragraphs)}
    left = [role for role in free if role != "picture"]
    cast = dict(zip((o.id for o in others if o.id not in empty), left, strict=False))
    built = {step.object for step in slide.running_order}
    objects = (o for o in slide.objects if o.id not in empty - built)
    return replace(slide, objects=tuple(replace(o, role=cast[o.id]) if o.id in cast else o for o in objects))
