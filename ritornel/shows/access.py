"""Who may open a show: its owner. To anyone else it does not exist."""

from uuid import UUID

from django.core.exceptions import ObjectDoesNotExist
from django.http import Http404, HttpRequest
from django.shortcuts import get_object_or_404

from ritornel.shows import in_rows
from ritornel.shows.models import Show


def own_show(request: HttpRequest, show_id: UUID) -> Show:
    """Return the show if it is the signed-in user's; 404 for anyone else."""
    return get_object_or_404(Show, pk=show_id, owner=request.user)


def own_show_loaded(request: HttpRequest, show_id: UUID) -> in_rows.Loaded:
    """Return the row and the show in it; 404 as ``own_show``, also if it is deleted at this very moment."""
    row = own_show(request, show_id)
    try:
        return in_rows.loaded(row)
    except ObjectDoesNotExist as error:
        raise Http404 from error
