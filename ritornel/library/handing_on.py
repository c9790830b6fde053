"""Files of one account handed on to another: the file itself is stored once, whoever has it."""

from collections.abc import Collection
from typing import Any

from django.db import transaction
from django.forms.models import model_to_dict

from ritornel.library.models import Asset
from ritornel.library.room import check_room


def hand_on(whose_id: int, to: Any, hashes: Collection[str], what: str) -> None:
    """Let an account have those of another's files that it has not, by their content.

    Raises ``BadMedia`` if it has no room for them; ``what`` they are for is named then.
    """
    if not hashes or whose_id == to.pk:
        return
    there = Asset.objects.filter(owner=to, sha256__in=hashes).values_list("sha256", flat=True)
    missing = list(Asset.objects.filter(owner_id=whose_id, sha256__in=set(hashes) - set(there)))
    if not missing:
        return
    check_room(to, sum(asset.size for asset in missing), what)
    with transaction.atomic():
        for asset in missing:
            fields = model_to_dict(asset, exclude=["id", "owner", "sha256"])
            Asset.objects.get_or_create(owner=to, sha256=asset.sha256, defaults=fields)
