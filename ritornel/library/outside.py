"""What is asked of the outside: addresses are looked at before anything is asked of them, and so is all they lead to.

Only public addresses are asked, at the usual ports, and the collection that the settings name: a private network is
none of the business of whoever can type an address (CWE-918). A name is resolved once, and what it was resolved to is
asked, so that it cannot lead elsewhere in between.
"""

import socket
import ssl
import time
from collections.abc import Iterator
from contextlib import contextmanager
from functools import cache
from ipaddress import ip_address, ip_network
from typing import NamedTuple
from urllib.parse import SplitResult, urljoin, urlsplit

import urllib3
from django.conf import settings
from urllib3.exceptions import HTTPError
from urllib3.response import BaseHTTPResponse

from ritornel.formats.media_kinds import BadMedia

MOST_REDIRECTS = 3
CONNECT_S = 5.0
ANSWER_S = 20.0
"""The longest that the outside may be silent."""

AT_ONCE_S = 3.5
"""What is asked while somebody waits for the answer has come by then."""

_PORTS = {"http": 80, "https": 443}
_HEADERS = {"User-Agent": "Ritornel", "Accept": "*/*", "Accept-Encoding": "identity"}
_BLOCK = 64 * 1024
_TRANSLATED = ip_network("64:ff9b::/96")
"""IPv4 addresses as IPv6 networks reach them (RFC 6052)."""

_NEVER = (ip_network("::/96"), ip_network("64:ff9b:1::/48"), ip_network("fec0::/10"))
"""IPv4 addresses written as IPv6 in ways that lead into networks nobody here knows (RFC 4291, 2.5.5.1; RFC 8215), and
networks of one site (RFC 3879)."""

_LEADS_ON = frozenset({301, 302, 303, 307, 308})
_REFUSALS = {
    401: "is not open to everyone",
    403: "is not given out; ask whoever offers it",
    404: "is not there",
    410: "is not there any more",
    429: "is asked too often just now; try again in a moment",
    503: "is not given out just now; try again in a moment",
}


class Outside(BadMedia):
    """Something outside cannot be had; the message says why, and what to do."""


class Answer(NamedTuple):
    """What an address answered, at the address to which it led in the end."""

    address: str
    response: BaseHTTPResponse
    end: float
    """When all of it must have come, as ``time.monotonic`` counts."""

    @property
    def size(self) -> int:
        """How many bytes it says there are; 0 if it does not say."""
        said = self.response.headers.get("Content-Length", "")
        return int(said) if said.isdecimal() and len(said) < 15 else 0

    @property
    def mime(self) -> str:
        """Its media type, without parameters."""
        return self.response.headers.get("Content-Type", "").partition(";")[0].strip().lower()


class _Place(NamedTuple):
    """An address that may be asked: its parts, and the number at which its host is asked."""

    parts: SplitResult
    port: int
    number: str


@contextmanager
def answered(address: str, within_s: float) -> Iterator[Answer]:
    """Ask an address, and follow it where it leads, at most ``MOST_REDIRECTS`` times; ``Outside`` if it may not be.

    The response is not read yet; all of it must have come ``within_s`` seconds.
    """
    end = time.monotonic() + within_s
    for _ in range(MOST_REDIRECTS + 1):
        place = _place(address)
        pool = _pool(place, end - time.monotonic())
        try:
            response = _asked(pool, place)
            if response.status in _LEADS_ON and response.headers.get("Location"):
                address = urljoin(address, response.headers["Location"])
                continue
            if response.status != 200:
                what = _REFUSALS.get(response.status, f"cannot be had (it answered {response.status})")
                raise Outside(f"what lies at {place.parts.hostname} {what}")
            yield Answer(address, response, end)
            return
        except HTTPError as error:
            raise Outside(f"{place.parts.hostname} does not answer, or stopped in between; try again") from error
        finally:
            pool.close()
    raise Outside(f"this address leads on more than {MOST_REDIRECTS} times; give the one at which the file lies")


def blocks(answer: Answer, most: int) -> Iterator[bytes]:
    """Yield what an address answers as it comes; ``Outside`` as soon as it is more than ``most`` bytes, or too slow."""
    came = 0
    while block := answer.response.read1(_BLOCK, decode_content=False):
        came += len(block)
        if came > most:
            raise Outside(f"this is larger than {most / 1e6:.1f} MB, the most that is fetched")
        if time.monotonic() > answer.end:
            raise Outside("this comes too slowly; try again later, or save the file and take it in")
        yield block
    if answer.size > came:
        raise Outside("the line was cut before all of it had come; try again")


def collection() -> str:
    """Return the address of the collection outside that is searched, without a slash at its end; "" for none."""
    return str(settings.COLLECTION).rstrip("/")


def _place(address: str) -> _Place:
    if len(address) > 2000:
        raise Outside("this address is too long")
    try:
        parts = urlsplit(address)
        port = parts.port or _PORTS.get(parts.scheme, 0)
    except ValueError as error:
        raise Outside("this is no address; it begins with https:// and names a file") from error
    if parts.scheme not in _PORTS or not parts.hostname or parts.username is not None:
        raise Outside("give an address that begins with https:// or http:// and names a file")
    if collection() and (parts.scheme, parts.netloc) == _origin(collection()):
        return _Place(parts, port, _numbers(parts.hostname, port)[0])
    if port != _PORTS[parts.scheme]:
        raise Outside(f"{parts.netloc} is asked at its usual port only; give the address without :{port}")
    numbers = _numbers(parts.hostname, port)
    if not all(_is_public(number) for number in numbers):
        raise Outside(
            f"{parts.hostname} lies in a private network, where nothing is fetched; save the file and take it in"
        )
    return _Place(parts, port, numbers[0])


def _origin(address: str) -> tuple[str, str]:
    parts = urlsplit(address)
    return parts.scheme, parts.netloc


def _numbers(host: str, port: int) -> list[str]:
    try:
        return [str(found[4][0]) for found in socket.getaddrinfo(host, port, type=socket.SOCK_STREAM)]
    except (OSError, UnicodeError) as error:
        raise Outside(f"there is no host called {host}; look at the address again") from error


def _is_public(number: str) -> bool:
    address = ip_address(number.partition("%")[0])
    within = getattr(address, "ipv4_mapped", None) or getattr(address, "sixtofour", None) or address
    if any(address in network for network in _NEVER):
        return False
    if address in _TRANSLATED:
        within = ip_address(int(address) & 0xFFFFFFFF)
    return bool(address.is_global and within.is_global and not within.is_multicast)


def _pool(place: _Place, within_s: float) -> urllib3.HTTPConnectionPool:
    most = max(0.1, within_s)
    timeout = urllib3.Timeout(connect=min(CONNECT_S, most), read=min(ANSWER_S, most))
    if place.parts.scheme == "http":
        return urllib3.HTTPConnectionPool(place.number, place.port, timeout=timeout, retries=False)
    host = place.parts.hostname
    return urllib3.HTTPSConnectionPool(
        place.number,
        place.port,
        timeout=timeout,
        retries=False,
        server_hostname=host,
        assert_hostname=host,
        ssl_context=_certified(),
    )


@cache
def _certified() -> ssl.SSLContext:
    return ssl.create_default_context()


def _asked(pool: urllib3.HTTPConnectionPool, place: _Place) -> BaseHTTPResponse:
    path = place.parts.path or "/"
    target = f"{path}?{place.parts.query}" if place.parts.query else path
    headers = {**_HEADERS, "Host": place.parts.netloc}
    return pool.urlopen(
        "GET", urllib3.util.parse_url(target).url, headers=headers, redirect=False, preload_content=False
    )
