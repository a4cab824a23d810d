"""Elements that are pressed and typed into by what a mouse and a keyboard do, and by nothing more.

WebDriver's own ``click`` and ``send_keys`` ask a page many questions first, one by one: four times the work
of what is then done. Those that matter are asked here at once. Its ``text`` and ``get_attribute`` send the
page a long script each time, for old browsers; this one knows all that itself.
"""

from __future__ import annotations

from selenium.common.exceptions import ElementClickInterceptedException, ElementNotInteractableException
from selenium.webdriver import ActionChains, Chrome
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webelement import WebElement

RESOLVED = ("value", "href", "src")
"""What is asked for as it stands just then or as a whole address, not as it was written."""
HELD = (Keys.SHIFT, Keys.CONTROL, Keys.ALT, Keys.META)
"""Keys that are held down until :attr:`Keys.NULL` or the end."""
_BEFORE = """
const element = arguments[0];
if (element.matches("option")) return "option";
const before = () => {
  const box = element.getClientRects()[0] ?? new DOMRect();
  const [left, right] = [Math.max(box.left, 0), Math.min(box.right, innerWidth)];
  const [top, bottom] = [Math.max(box.top, 0), Math.min(box.bottom, innerHeight)];
  if (right <= left || bottom <= top) return "it has no place on the page";
  const there = document.elementFromPoint(Math.floor((left + right) / 2), Math.floor((top + bottom) / 2));
  return element.contains(there) ? "" : "behind " + there?.outerHTML.slice(0, 200);
};
if (before()) element.scrollIntoView({block: "center", inline: "nearest", behavior: "instant"});
return before();
"""
_FOCUS = """
const element = arguments[0];
if (element.matches("[type=file]")) return "file";
if (document.activeElement === element || element.contains(document.activeElement)) return "";
element.scrollIntoView({block: "nearest", inline: "nearest", behavior: "instant"});
element.focus();
if (document.activeElement !== element) return "it can not have the focus";
try { element.setSelectionRange?.(element.value.length, element.value.length); } catch { /* not of text */ }
return "";
"""


class Element(WebElement):
    """An element of a page."""

    def click(self) -> None:
        """Press the mouse in its middle. Raises ElementClickInterceptedException where something lies before
        it, ElementNotInteractableException where it is not to be seen."""
        before: str = self.parent.execute_script(_BEFORE, self)
        if before == "option":
            super().click()
        elif before.startswith("behind"):
            raise ElementClickInterceptedException(before)
        elif before:
            raise ElementNotInteractableException(before)
        else:  # where it is just then: a page that is being drawn moves it
            ActionChains(self.parent, duration=0).click(self).perform()

    def send_keys(self, *value: str) -> None:
        """Type into it, at its end where it has not the focus yet. Raises ElementNotInteractableException
        where it can't have it."""
        problem = self.parent.execute_script(_FOCUS, self)
        if problem == "file":
            super().send_keys(*value)
            return
        if problem:
            raise ElementNotInteractableException(problem)
        chain, held = ActionChains(self.parent, duration=0), []
        for key in [*"".join(value), Keys.NULL]:
            if key == Keys.NULL:
                while held:
                    chain.key_up(held.pop())
            elif key in HELD:
                chain.key_down(key)
                held.append(key)
            else:
                chain.send_keys(key)
        chain.perform()

    def get_attribute(self, name: str) -> str | None:
        """An attribute, or None where it has none of that name."""
        found = self.get_property(name) if name in RESOLVED else self.get_dom_attribute(name)
        return None if found is None else str(found)

    @property
    def text(self) -> str:
        """What is read in it, without empty lines and with one blank between two words."""
        lines = (" ".join(line.split()) for line in str(self.get_property("innerText")).splitlines())
        return "\n".join(line for line in lines if line)


class Chromium(Chrome):
    """A browser with such elements."""

    _web_element_cls = Element
