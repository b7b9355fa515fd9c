"""Every operation of the API, asked all that its schema allows and much that it does not, as each role; run by `bin/fuzz`.

What is checked is schemathesis's own: no fault of the server, only what the schema declares in status, headers, form and
shape, what breaks the schema refused, methods that are none refused. A figure may keep to the schema and still be beyond
belief, so that 400 is an answer to what keeps to the schema as well.
"""

from __future__ import annotations

import http.cookiejar
import json
import subprocess
import sys
import tempfile
import urllib.request
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
SCHEMA = ROOT / "frontend" / "src" / "api" / "openapi.json"
PEOPLE = ("thea", "bram", "odile")
#: they end the session that is being asked with
NOT_ASKED = ("sign_in", "sign_out", "sign_out_everywhere", "choose_password", "give_password")
CONFIG = """
[checks]
negative_data_rejection.expected-statuses = ["400", "401", "403", "404", "405", "406", "409", "414", "415", "422", "428", "429", "5xx"]
positive_data_acceptance.expected-statuses = ["2xx", "400", "401", "403", "404", "409", "429"]
"""


def signed_in(base: str, username: str, password: str) -> dict[str, str]:
    """The headers of somebody who is signed in."""
    jar = http.cookiejar.CookieJar()
    opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(jar))
    opener.open(f"{base}/api/session/").read()
    token = {one.name: one.value for one in jar}["csrftoken"]
    body = json.dumps({"username": username, "password": password}).encode()
    headers = {"Content-Type": "application/json", "X-CSRFToken": token}
    opener.open(urllib.request.Request(f"{base}/api/session/", body, headers)).read()
    cookies = {one.name: one.value for one in jar}
    told = "; ".join(f"{name}={value}" for name, value in cookies.items())
    return {"Cookie": told, "X-CSRFToken": cookies["csrftoken"]}


def _schema(folder: Path) -> Path:
    """The schema without its sign-in, which every question here carries; that nothing answers without is tested elsewhere."""
    schema = json.loads(SCHEMA.read_text("utf-8"))
    schema["components"].pop("securitySchemes", None)
    for operations in schema["paths"].values():
        for operation in operations.values():
            operation.pop("security", None)
    made = folder / "openapi.json"
    made.write_text(json.dumps(schema), "utf-8")
    return made


def ask(base: str, examples: int, people: tuple[str, ...], password: str, *more: str) -> tuple[int, str]:
    """The worst exit code, and what was said."""
    code, said = 0, []
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        (folder / "schemathesis.toml").write_text(CONFIG)
        for person in people:
            headers = [
                part for key, value in signed_in(base, person, password).items() for part in ("-H", f"{key}: {value}")
            ]
            left_out = [part for one in NOT_ASKED for part in ("--exclude-operation-id", one)]
            done = subprocess.run(
                [
                    Path(sys.executable).with_name("schemathesis"), "--config-file", folder / "schemathesis.toml", "run", _schema(folder),
                    "--url", base, *headers, *left_out, "--checks", "all", "--max-examples", str(examples), "--continue-on-failure",
                    "--request-timeout", "30", *more,
                ],
                capture_output=True, text=True, cwd=folder,
            )  # fmt: skip
            code = max(code, done.returncode)
            said.append(f"— as {person}\n{done.stdout}{done.stderr}")
    return code, "\n".join(said)


if __name__ == "__main__":
    examples = int(sys.argv[2]) if len(sys.argv) > 2 else 20
    worst, told = ask(sys.argv[1], examples, PEOPLE, "hollow-oxbow-6")
    print(told)  # noqa: T201
    sys.exit(worst)
