"""Who may do what: the workshop is its maker's alone, and no other site's page can act in it.

On the loopback whoever sits at the machine is the maker, and only requests to a loopback name are answered:
another site that makes its own name mean this machine (DNS rebinding) gets nothing. On any other host the
maker is who has the key. Players' pages need none. See WHATWG Fetch, section 3 (Origin), and W3C, Fetch
Metadata Request Headers (Sec-Fetch-Site).
"""

from __future__ import annotations

import ipaddress
import secrets
from http.cookies import CookieError, SimpleCookie

from starlette.datastructures import Headers, MutableHeaders
from starlette.responses import RedirectResponse, Response
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from .refusals import refusal

COOKIE = "dicetrail-key"
KEY_PATH = "/key/"
"""The address that holds the key begins so."""
_PLAYERS = ("/api/players/", "/play/", "/wall/", "/assets/")
_READING = ("GET", "HEAD", "OPTIONS")
_HEADERS = {
    "Content-Security-Policy": (
        "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self' data:;"
        " connect-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'self'"
    ),
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
    "Cross-Origin-Resource-Policy": "same-origin",
    "Cross-Origin-Opener-Policy": "same-origin",
}
_STRANGE_HOST = (
    "The workshop answers only at a name of this machine, such as localhost. Open it by the address it told."
)
_OTHER_SITE = "A page of another site sent this. Nothing was done."
_WANTS_KEY = (
    "This workshop wants its key. Open the address that was printed where it was started: the key is in it."
)


class Guard:
    """Lets through what may come in, and writes the headers that browsers are to keep to.

    ``key`` is what the maker has to have; None on the loopback, where only its own names are answered.
    ``scope["maker"]`` then says whether a request is the maker's.
    """

    def __init__(self, app: ASGIApp, key: str | None = None) -> None:
        self._app = app
        self._key = key

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """One request, or one socket."""
        if scope["type"] not in ("http", "websocket"):
            await self._app(scope, receive, send)
            return
        answer = self._refused(scope)
        if answer is None:
            await self._app(scope, receive, _with_headers(send))
        elif scope["type"] == "websocket":
            await send({"type": "websocket.close", "code": 1008, "reason": "refused"})
        else:
            await answer(scope, receive, _with_headers(send))

    def _refused(self, scope: Scope) -> Response | None:
        headers, path = Headers(scope=scope), scope["path"]
        if self._key is None and not is_loopback(headers.get("host", "")):
            return refusal(403, _STRANGE_HOST)
        if (scope["type"] == "websocket" or scope["method"] not in _READING) and not _of_this_site(headers):
            return refusal(403, _OTHER_SITE)
        if self._key is not None and path.startswith(KEY_PATH):
            return self._handed(path.removeprefix(KEY_PATH))
        scope["maker"] = self._key is None or secrets.compare_digest(
            _cookie(headers).encode(), self._key.encode()
        )
        if scope["maker"] or path.startswith(_PLAYERS) or path == "/icon.svg":
            return None
        if path.startswith("/api/"):
            return refusal(401, _WANTS_KEY)
        return Response(_WANTS_KEY, 401, media_type="text/plain")

    def _handed(self, key: str) -> Response:
        """The key of an address, kept in a cookie."""
        if self._key is None or not secrets.compare_digest(key.encode(), self._key.encode()):
            return Response(_WANTS_KEY, 401, media_type="text/plain")
        answer = RedirectResponse("/", 303)
        answer.set_cookie(COOKIE, key, httponly=True, samesite="strict", path="/")
        return answer


def new_key() -> str:
    """A key nobody can guess."""
    return secrets.token_urlsafe(24)


def is_loopback(host: str) -> bool:
    """Whether a host, with or without its port, is a name of this machine that no other can reach."""
    name = host.rpartition(":")[0] if host.rpartition(":")[2].isdigit() else host
    name = name.strip("[]").lower().rstrip(".")
    if name == "localhost" or name.endswith(".localhost"):
        return True
    try:
        return ipaddress.ip_address(name).is_loopback
    except ValueError:
        return False


def _of_this_site(headers: Headers) -> bool:
    """Whether a request that changes something comes from our own pages, or from no page at all."""
    if headers.get("sec-fetch-site", "same-origin") not in ("same-origin", "none"):
        return False
    origin = headers.get("origin")
    return origin is None or origin.partition("://")[2].lower() == headers.get("host", "").lower()


def _cookie(headers: Headers) -> str:
    try:
        found = SimpleCookie(headers.get("cookie", "")).get(COOKIE)
    except CookieError:
        return ""
    return found.value if found else ""


def _with_headers(send: Send) -> Send:
    async def send_with_headers(message: Message) -> None:
        if message["type"] == "http.response.start":
            MutableHeaders(scope=message).update(_HEADERS)
        await send(message)

    return send_with_headers
