"""A served workshop and a headless Chromium, for tests of the real interface and for the screenshots."""

from __future__ import annotations

import atexit
import os
import re
import shutil
import signal
import socket
import tempfile
import urllib.error
import urllib.request
from pathlib import Path
from typing import Any

import httpx
from selenium import webdriver
from selenium.common.exceptions import TimeoutException, WebDriverException
from selenium.webdriver.chrome.options import Options
from selenium.webdriver.chrome.service import Service
from selenium.webdriver.common.by import By
from selenium.webdriver.remote.webelement import WebElement
from selenium.webdriver.support.ui import WebDriverWait

from tests import running
from tests.asking import ask, until_it_answers
from tests.data import put_data

from .element import Chromium

ROOT = Path(__file__).resolve().parents[2]
AXE = ROOT / "frontend" / "node_modules" / "axe-core" / "axe.min.js"
HEADLESS = Path(__file__).with_name("headless_chromium")
"""Starts Chromium without its windows, which nobody sees and which are much of its work."""
_MEANWHILE = re.compile(r"/proof/.* status of 409 ")
PATIENCE = 40
"""Seconds until something that does not come counts as missing; machines that are shared can be slow."""
STARTS = 3
FLAGS = (
    "--headless=new",
    "--no-sandbox",
    "--disable-gpu",
    "--disable-dev-shm-usage",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--font-render-hinting=none",
    "--mute-audio",
    "--window-size=1280,800",
)


def free_port() -> int:
    """A port nobody listens at."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port: int = probe.getsockname()[1]
        return port


class Served:
    """The workshop as its own process, over a folder of its own; one that is ``alone`` is no fork."""

    def __init__(self, *, demo: bool = False, alone: bool = False) -> None:
        self._start = running.start_alone if alone else running.start
        self.folder = Path(tempfile.mkdtemp(prefix="dicetrail-"))
        self.port = free_port()
        self.url = f"http://127.0.0.1:{self.port}"
        self.pid = 0
        put_data(self.folder, demo=demo)
        atexit.register(self.stop)  # also where a test case never comes to stop it
        self.start()

    def start(self) -> None:
        """Start it and wait until it answers."""
        self.pid = self._start("serve", "--port", self.port, "--data", self.folder)
        until_it_answers(self.url, PATIENCE)

    def kill(self) -> None:
        """End it as a crash would, with nothing put in order."""
        if self.pid:
            os.kill(self.pid, signal.SIGKILL)
            os.waitpid(self.pid, 0)
            self.pid = 0

    def stop(self) -> None:
        """End it and take its folder away."""
        atexit.unregister(self.stop)
        self.kill()
        shutil.rmtree(self.folder, ignore_errors=True)

    def ask(self, method: str, path: str, body: Any = None) -> Any:
        """A request to its API."""
        return ask(self.url, method, path, body, PATIENCE)

    def ask_bytes(self, path: str) -> bytes:
        """A file from it."""
        with urllib.request.urlopen(self.url + path, timeout=PATIENCE) as response:
            data: bytes = response.read()
            return data

    def send_file(self, path: str, name: str, data: bytes, **fields: str) -> Any:
        """A request that brings a file."""
        try:
            answer = httpx.post(self.url + path, files={"file": (name, data)}, data=fields, timeout=PATIENCE)
        except httpx.TransportError as error:
            raise ConnectionError(str(error)) from None
        answer.raise_for_status()
        return answer.json()

    def paste(self, name: str, text: str) -> Any:
        """Put a pack on the shelf."""
        return self.ask("POST", "/api/workshop/packs/paste", {"name": name, "text": text})["pack"]

    def make_game(self, title: str, pack: Any, text: str = "") -> Any:
        """Put a game over a pack on the shelf, with its own rules where ``text`` is given."""
        game = self.ask("POST", "/api/workshop/games", {"pack_id": pack["id"], "title": title})
        if text:
            path = f"/api/workshop/games/{game['id']}"
            game = self.ask("PUT", path, {"text": text, "revision": game["revision"]})
        return game


class Browser:
    """Headless Chromium, with the few steps tests need."""

    def __init__(self, width: int = 1280, height: int = 800) -> None:
        self.driver = _FREE.pop() if _FREE else _started()
        self.resize(width, height)

    def resize(self, width: int, height: int) -> None:
        """Give the page itself so many pixels."""
        self.driver.execute_cdp_cmd(
            "Emulation.setDeviceMetricsOverride",
            {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": False},
        )

    def close(self) -> None:
        """Leave it to the next who needs one."""
        self.leave()
        _FREE.append(self.driver)

    def open(self, url: str) -> None:
        """Go to an address."""
        self.driver.get(url)

    def leave(self) -> None:
        """Turn from the page and what it told, before its server ends: to an empty one of its own, for which
        Chromium starts no new process, as it does for one of nobody."""
        self.driver.switch_to.default_content()
        if self.driver.execute_script(_EMPTY):
            self._wait(
                lambda _: self.driver.execute_script("return location.protocol === 'blob:'"), "an empty page"
            )
        else:
            self.driver.get("about:blank")
        self.console()

    def find(self, css: str, text: str = "") -> WebElement:
        """The first visible element of a selector that holds a text, waited for."""

        found = self._wait(lambda _: self._first(css, text), f"{css} with ‘{text}’")
        assert isinstance(found, WebElement)
        return found

    def all(self, css: str) -> list[WebElement]:
        """Every element of a selector, as things stand."""
        found: list[WebElement] = self.driver.execute_script(
            "return [...document.querySelectorAll(arguments[0])]", css
        )
        return found

    def button(self, text: str) -> WebElement:
        """A button or link that acts like one."""
        return self.find("button, a", text)

    def beside(self, css: str, text: str, xpath: str) -> WebElement:
        """An element by its way from another, both waited for together: a page may draw both anew."""

        def look(_: Any) -> WebElement | None:
            found = self._first(css, text)
            return found and found.find_element(By.XPATH, xpath)

        found = self._wait(look, f"{xpath} beside {css} with ‘{text}’")
        assert isinstance(found, WebElement)
        return found

    def type_beside(self, css: str, text: str, xpath: str, *keys: str) -> None:
        """Type into an element that is found by its way from another."""

        def type_in(_: Any) -> bool:
            self.beside(css, text, xpath).send_keys(*keys)
            return True

        self._wait(type_in, f"{xpath} beside {css} with ‘{text}’ to type into")

    def press(self, text: str) -> None:
        """Press a button."""
        self._wait(lambda _: self._try_press(text), f"a button ‘{text}’ to press")

    def _try_press(self, text: str) -> bool:
        element = self._first("button:enabled, a", text)
        if element is not None:
            element.click()
        return element is not None

    def _first(self, css: str, text: str) -> WebElement | None:
        """The first visible element of a selector that holds a text, in one question to the browser."""
        found: WebElement | None = self.driver.execute_script(_FIRST, css, text)
        return found

    def sooner(self, css: str, text: str) -> None:
        """Wait for an element, or press a button of that text where it comes sooner."""
        self._wait(lambda _: bool(self.all(css)) or self._try_press(text), f"{css}, or a button ‘{text}’")

    def keys(self, *keys: str) -> None:
        """Type to whatever has the focus."""
        webdriver.ActionChains(self.driver).send_keys(*keys).perform()

    def keep_pressing(self, key: str, css: str) -> None:
        """Press a key again and again until something is there, whether or not each press is taken."""

        def look(_: Any) -> bool:
            self.keys(key)
            return bool(self.all(css))

        self._wait(look, f"{css} after pressing {key}")

    def chord(self, held: str, key: str) -> None:
        """Press a key while another is held down."""
        webdriver.ActionChains(self.driver).key_down(held).send_keys(key).key_up(held).perform()

    def until(self, css: str, attribute: str, value: str) -> WebElement:
        """Wait until an element's attribute has a value."""
        held = f':is({css})[{attribute}="{value}"]'
        found = self._wait(lambda _: next(iter(self.all(held)), None), held)
        assert isinstance(found, WebElement)
        return found

    def gone(self, css: str) -> None:
        """Wait until nothing matches."""
        self._wait(lambda _: not self.all(css), f"{css} to be gone")

    def pictured(self) -> None:
        """Wait until the pictures of the page have come, which may be after all else."""
        self._wait(
            lambda _: self.driver.execute_script("return [...document.images].every(one => one.complete)"),
            "every picture",
        )

    def _wait(self, look: Any, what: str) -> Any:
        wait = WebDriverWait(self.driver, PATIENCE, poll_frequency=0.15, ignored_exceptions=_PASSING)
        try:
            return wait.until(look)
        except TimeoutException as error:
            raise AssertionError(f"waited for {what}; the page says:\n{self.body()[:1500]}") from error

    def body(self) -> str:
        """The page's text."""
        return str(self.driver.execute_script("return document.body.innerText"))

    def axe(self) -> list[str]:
        """What axe-core finds wrong on the page, a line each."""
        self._wait(
            lambda _: self.driver.execute_script(
                "return document.getAnimations().every(one => !(one instanceof CSSTransition))"
            ),
            "colours to have settled",
        )
        if not self.driver.execute_script("return typeof axe !== 'undefined'"):
            self.driver.execute_script(AXE.read_text("utf-8"))
        result = self.driver.execute_async_script(
            "const done = arguments[0]; axe.run(document, {resultTypes: ['violations']})"
            ".then(done, error => done({error: String(error)}))"
        )
        if "error" in result:
            raise RuntimeError(result["error"])
        return [
            f"{found['id']}: {found['help']}: {[node['target'] for node in found['nodes']][:4]}"
            for found in result["violations"]
        ]

    def console(self) -> list[str]:
        """Errors the page wrote to the console since they were last asked for. What was asked of a game that
        was changed meanwhile is none: the page asks once more."""
        told = [entry["message"] for entry in self.driver.get_log("browser") if entry["level"] == "SEVERE"]
        return [message for message in told if not _MEANWHILE.search(message)]

    def picture(self, path: Path) -> None:
        """Keep a picture of the page as it stands."""
        self.driver.save_screenshot(str(path))


_EMPTY = """
if (!location.protocol.startsWith("http")) return false;
location.replace(URL.createObjectURL(new Blob([""], {type: "text/html"})));
return true;
"""
_FIRST = """
const [css, text] = arguments;
const plain = text => text.replace(/\\s+/g, " ");
const bare = text => text.replace(/\\s+/g, "").toLowerCase();
const sought = bare(text);
const shown = element =>
  element.checkVisibility({opacityProperty: true, visibilityProperty: true}) ||
  (getComputedStyle(element).display === "contents" && Array.from(element.children).some(shown));
const may = element => bare(element.textContent).includes(sought);
return Array.from(document.querySelectorAll(css)).find(element =>
  may(element) && shown(element) && plain(element.innerText ?? element.textContent).includes(plain(text))
) ?? null;
"""

_FREE: list[Chromium] = []
"""Browsers that are open and that nobody uses: to start one takes seconds. Every served workshop has a port
of its own, so what a page keeps in its browser is not another one's."""


def _started() -> Chromium:
    """A new browser; where the machine is too busy to start it in time, at another try."""
    profile = tempfile.mkdtemp(prefix="dicetrail-profile-")
    options = Options()
    options.binary_location = str(HEADLESS)
    for flag in FLAGS:
        options.add_argument(flag)
    options.add_argument(f"--user-data-dir={profile}")
    options.add_experimental_option("prefs", {"download.default_directory": profile})  # and not here
    options.set_capability("goog:loggingPrefs", {"browser": "ALL"})
    for again in reversed(range(STARTS)):
        try:
            service = Service(os.environ.get("CHROMEDRIVER", "/usr/bin/chromedriver"))
            driver = Chromium(options=options, service=service)
        except WebDriverException:
            if not again:
                raise
        else:
            driver.set_page_load_timeout(PATIENCE)
            driver.set_script_timeout(PATIENCE)
            atexit.register(_end, driver, profile)
            return driver
    raise AssertionError


def _end(driver: Chromium, profile: str) -> None:
    driver.quit()
    shutil.rmtree(profile, ignore_errors=True)


def _passing() -> tuple[type[Exception], ...]:
    from selenium.common.exceptions import (
        ElementClickInterceptedException,
        ElementNotInteractableException,
        NoSuchElementException,
        StaleElementReferenceException,
    )

    return (
        NoSuchElementException,
        StaleElementReferenceException,
        ElementClickInterceptedException,
        ElementNotInteractableException,
    )


_PASSING = _passing()
