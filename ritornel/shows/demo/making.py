"""Putting the demo into a database: its people, its material, its four shows."""

from typing import Any

from django.conf import settings
from django.contrib.auth import get_user_model
from django.utils.module_loading import import_string

from ritornel.accounts.addresses import set_confirmed
from ritornel.library.taking_in import take_in
from ritornel.shows import keeping
from ritornel.shows.demo import (
    CREDIT,
    HOST,
    LICENCE,
    LICENCES,
    MATERIAL,
    OTHERS,
    PASSWORD,
    USER,
    bad_evening,
    lamp,
    skerry,
    winter,
)
from ritornel.shows.demo.acts import as_written, made, with_ids
from ritornel.shows.models import Assignment, Member, Show


def make_demo() -> list[Show]:
    """Return the demo's shows, made if the demo user has none yet."""
    user = _person(USER)
    if user.shows.exists():
        return list(user.shows.all())
    ids = {
        path.name: take_in(user, path, path.name, licence=LICENCES.get(path.name, LICENCE), credit=CREDIT).sha256
        for path in sorted(MATERIAL.iterdir())
        if path.suffix != ".json"
    }
    there = [asset.to_core() for asset in user.assets.all()]
    bad = as_written(with_ids(bad_evening.document(lamp.heard()), ids), there)
    plans = [winter.document(), skerry.document(), lamp.document(lamp.heard())]
    rows = [keeping.create(user, show) for show in (bad, *(made(with_ids(plan, ids), there) for plan in plans))]
    for name, role in OTHERS.items():
        person = _person(name)
        Member.objects.bulk_create(Member(show=row, person=person, role=role) for row in rows[1:])
    curator, talk = get_user_model().objects.get(username="curator"), rows[-1]
    for slide in list(talk.slides.order_by("place"))[3:6]:
        Assignment.objects.create(show=talk, slide=slide.key, person=curator)
    import_string(settings.DEMO_SPEAKS)(talk)
    return rows


def _person(name: str) -> Any:
    person, fresh = get_user_model().objects.get_or_create(username=name)
    if fresh:
        person.set_password(PASSWORD)
        person.save()
        set_confirmed(person, f"{name}@{HOST}")
    return person
