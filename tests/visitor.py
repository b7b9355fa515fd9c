"""Somebody signed in over HTTP, to an application that runs as it is run for people."""

from __future__ import annotations

import http.cookiejar
import json
import time
import urllib.error
import urllib.request
from typing import Any

PASSWORD = "hollow-oxbow-6"


class Visitor:
    """``ask`` raises where it is refused; ``tried`` tells the status and what was said, 0 where nobody answered."""

    def __init__(self, port: int, username: str = "thea", password: str = PASSWORD) -> None:
        self.base, self.jar = f"http://127.0.0.1:{port}/api/", http.cookiejar.CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))
        self.ask("session/")
        for _ in range(60):
            status, _ = self.tried("session/", {"username": username, "password": password})
            if status == 200:
                return
            time.sleep(0.5)
        raise AssertionError(f"{username} could not sign in")

    def ask(self, path: str, body: Any = None) -> Any:
        token = next((cookie.value for cookie in self.jar if cookie.name == "csrftoken"), "")
        data = None if body is None else json.dumps(body).encode()
        headers = {"Content-Type": "application/json", "X-CSRFToken": token}
        with self.opener.open(urllib.request.Request(self.base + path, data, headers), timeout=60) as answer:
            return json.load(answer)

    def tried(self, path: str, body: Any = None) -> tuple[int, Any]:
        try:
            return 200, self.ask(path, body)
        except urllib.error.HTTPError as error:
            try:
                return error.code, json.loads(error.read())
            except (OSError, ValueError):
                return error.code, {}
        except (OSError, ValueError) as error:
            return 0, {"detail": str(error)}
