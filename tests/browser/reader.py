"""A page as a screen reader has it: the accessibility tree to read, the keyboard to act, no pixels and no markup."""

import time
from collections.abc import Callable, Iterator
from typing import Any

SECONDS = 20.0


class Reader:
    """What somebody hears, and what they can go to."""

    def __init__(self, page: Any) -> None:
        self.page = page
        self._tree = page.context.new_cdp_session(page)
        self._tree.send("Accessibility.enable")
        self._tree.send("DOM.enable")

    def go_to(self, role: str, name: str) -> None:
        """The focus to the first thing of a role whose name begins so, as from a reader's list of all such things."""
        node = self._wait(lambda: next(self._named(role, name), None), f"no {role} “{name}”")
        self._tree.send("DOM.focus", {"backendNodeId": node["backendDOMNodeId"]})

    def press(self, keys: str) -> None:
        self.page.keyboard.press(keys)

    def type(self, text: str) -> None:
        self.page.keyboard.press("Control+a")
        self.page.keyboard.type(text)

    def finds(self, role: str, words: str) -> None:
        """Something of that role reads so: its name, or what is in it."""
        self._wait(lambda: any(words in read for read in self._read(role)), f"no {role} reads “{words}”")

    def hears(self, words: str) -> None:
        """It is said by itself: in a part that announces its changes, or of what has the focus."""
        try:
            self._wait(lambda: any(words in text for text in self._announced()), f"nothing said “{words}”")
        except AssertionError as nothing:
            raise AssertionError(f"{nothing}, but {list(self._announced())}") from None

    def _read(self, role: str) -> Iterator[str]:
        nodes = self._nodes()
        by_id = {node["nodeId"]: node for node in nodes}
        for node in nodes:
            if value(node, "role") == role:
                yield " ".join([self._said(node), *text(node, by_id)])

    def _named(self, role: str, name: str) -> Iterator[dict[str, Any]]:
        of_role = (node for node in self._nodes() if value(node, "role") == role)
        return (node for node in of_role if value(node, "name").startswith(name))

    def _nodes(self) -> list[dict[str, Any]]:
        return [node for node in self._tree.send("Accessibility.getFullAXTree")["nodes"] if not node["ignored"]]

    def _announced(self) -> Iterator[str]:
        nodes = self._nodes()
        by_id = {node["nodeId"]: node for node in nodes}
        for node in nodes:
            if state(node, "live") in ("polite", "assertive"):
                yield " ".join(text(node, by_id))
            if state(node, "focused"):
                yield self._said(node)

    def _said(self, node: dict[str, Any]) -> str:
        """Name, value and description, in the order in which they are read out; a slider's value in its words."""
        valued = value(node, "value")
        if value(node, "role") == "slider":  # Chromium's tree has the number only, though it reads the words out
            node_here = self._tree.send("DOM.describeNode", {"backendNodeId": node["backendDOMNodeId"]})["node"]
            attributes = dict(zip(node_here["attributes"][::2], node_here["attributes"][1::2], strict=True))
            valued = attributes.get("aria-valuetext", valued)
        return " ".join(filter(None, (value(node, "name"), valued, value(node, "description"))))

    @staticmethod
    def _wait(found: Callable[[], Any], problem: str) -> Any:
        deadline = time.monotonic() + SECONDS
        while not (what := found()):
            assert time.monotonic() < deadline, problem
            time.sleep(0.1)
        return what


def value(node: dict[str, Any], key: str) -> str:
    return str(node.get(key, {}).get("value", ""))


def state(node: dict[str, Any], name: str) -> Any:
    return next((each["value"].get("value") for each in node.get("properties", ()) if each["name"] == name), None)


def text(node: dict[str, Any], by_id: dict[str, dict[str, Any]]) -> Iterator[str]:
    """What stands in a part, from its leaves."""
    children = [by_id[each] for each in node.get("childIds", ()) if each in by_id]
    if not children or value(node, "role") == "StaticText":
        yield value(node, "name")
        return
    for child in children:
        yield from text(child, by_id)
