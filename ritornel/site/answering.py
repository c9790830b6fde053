"""What pages' scripts are answered: JSON, and where something cannot be done, a sentence that says why."""

import logging
from collections.abc import Callable
from functools import wraps
from typing import Any, TypeVar

import msgspec
from django.core.exceptions import (
    BadRequest,
    ObjectDoesNotExist,
    PermissionDenied,
    RequestDataTooBig,
    SuspiciousOperation,
)
from django.db import OperationalError
from django.http import Http404, HttpRequest, HttpResponse, UnreadablePostError
from django.http.request import RawPostDataException

from ritornel.core.edits import BadEdit
from ritornel.core.model.reading import BadDocument, convert, read_json
from ritornel.formats.media_kinds import BadMedia, NoRoom, is_full
from ritornel.jobs.turns import Busy
from ritornel.site.rates import TooOften

NO_ROOM = 507
"""Insufficient Storage (RFC 4918, section 11.5): pages keep what was not kept, and try again."""

log = logging.getLogger("ritornel")
T = TypeVar("T")

NOT_CARRIED_OUT = "this could not be carried out, and nothing was changed; reload the page and try again"


def answer(data: Any, status: int = 200) -> HttpResponse:
    """Return ``data`` as JSON; parts that are encoded already are taken as they are."""
    return HttpResponse(msgspec.json.encode(data), content_type="application/json", status=status)


def refused(message: str, status: int = 400) -> HttpResponse:
    """Return a sentence that says what is wrong."""
    return answer({"error": message}, status)


def asked(request: HttpRequest, kind: type[T]) -> T:
    """Return the request's JSON body as a ``kind``; ``BadDocument`` with words if it is none."""
    return convert(read_json(request.body), kind)


def signed_in(view: Callable[..., HttpResponse]) -> Callable[..., HttpResponse]:
    """Wrap a view that pages ask: whoever is not signed in, any more, gets 401 and a sentence.

    Another page in a picture's place would be seen by nobody, and would change the token of the page that signs in.
    """

    @wraps(view)
    def wrapped(request: HttpRequest, *args: Any, **values: Any) -> HttpResponse:
        if not request.user.is_authenticated:
            return refused("you are not signed in any more; sign in again and go on", 401)
        return view(request, *args, **values)

    return wrapped


def answering(view: Callable[..., HttpResponse]) -> Callable[..., HttpResponse]:
    """Wrap a view so that every refusal is 400 with a sentence.

    What nobody foresaw is logged with its trace and answered so too: it must have changed nothing, as everything is
    computed before it is kept.
    """

    @wraps(view)
    def wrapped(request: HttpRequest, *args: Any, **values: Any) -> HttpResponse:
        try:
            return view(request, *args, **values)
        except ObjectDoesNotExist as error:  # deleted meanwhile
            raise Http404 from error
        except PermissionDenied as error:
            return refused(str(error) or "you may not do this", 403)
        except (Http404, SuspiciousOperation, BadRequest, Busy, TooOften) as error:
            if isinstance(error, RequestDataTooBig):
                return refused("this is larger than one request may be", 413)
            raise
        except (BadEdit, BadDocument, BadMedia) as error:
            return refused(str(error))
        except RawPostDataException:
            return refused("this was sent as a form; send it as it is")
        except UnreadablePostError:
            return refused("the line was cut before everything had arrived; try again")
        except (NoRoom, OSError) as error:
            if not (isinstance(error, NoRoom) or is_full(error)):
                raise
            return refused(str(NoRoom()), NO_ROOM)
        except OperationalError as error:
            if "disk is full" in str(error):
                return refused(str(NoRoom()), NO_ROOM)
            log.exception("%s %s: the database did not answer", request.method, request.path)
            return refused("the server is busy; try again in a moment", 503)
        except Exception:
            log.exception("%s %s was not foreseen", request.method, request.path)
            return refused(NOT_CARRIED_OUT)

    return wrapped
