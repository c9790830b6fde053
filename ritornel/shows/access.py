"""Who may open a show: its owner. To anyone else it does not exist."""

from uuid import UUID

from django.http import HttpRequest
from django.shortcuts import get_object_or_404

from ritornel.shows.models import Show


def own_show(request: HttpRequest, show_id: UUID) -> Show:
    """Return the show if it is the signed-in user's; 404 for anyone else."""
    return get_object_or_404(Show, pk=show_id, owner=request.user)
