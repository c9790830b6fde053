"""Putting the demo into a database: its user, its material, its two shows."""

from pathlib import Path
from typing import Any

from django.contrib.auth import get_user_model

from ritornel import assets
from ritornel.library.taking_in import take_in
from ritornel.shows import keeping
from ritornel.shows.demo import PASSWORD, USER, lamp, winter
from ritornel.shows.demo.acts import made
from ritornel.shows.models import Show

MATERIAL = Path(assets.__file__).parent / "demo"
LICENCE = "CC0 1.0, made for Ritornel"


def make_demo() -> list[Show]:
    """Return the demo's shows, made if the demo user has none yet."""
    user, fresh = get_user_model().objects.get_or_create(username=USER)
    if fresh:
        user.set_password(PASSWORD)
        user.save()
    if user.shows.exists():
        return list(user.shows.all())
    ids = {
        path.name: take_in(user, path, path.name, licence=LICENCE, credit="Skarholm Light").sha256
        for path in sorted(MATERIAL.iterdir())
        if path.suffix != ".json"
    }
    plans = [winter.document(), lamp.document(lamp.heard())]
    there = [asset.to_core() for asset in user.assets.all()]
    return [keeping.create(user, made(_with_ids(plan, ids), there)) for plan in plans]


def _with_ids(thing: Any, ids: dict[str, str]) -> Any:
    """Return the document with file names of assets replaced by their ids."""
    if isinstance(thing, list):
        return [_with_ids(item, ids) for item in thing]
    if isinstance(thing, dict):
        return {k: ids[v] if k == "asset" else _with_ids(v, ids) for k, v in thing.items()}
    return thing
