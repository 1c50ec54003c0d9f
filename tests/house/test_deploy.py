"""What stands ready in deploy/ asks for nothing that the program and its launcher do not have."""

import re
from pathlib import Path

import pytest

from eznel.api import app, health
from eznel.cli import main

ROOT = Path(__file__).parents[2]
DEPLOY = ROOT / "deploy"
LAUNCHER = (ROOT / "eznel").read_text()


def flags(line: str) -> set[str]:
    return set(re.findall(r"--[a-z-]+", line))


def test_services_are_started_by_flags_that_there_are(capsys: pytest.CaptureFixture[str]) -> None:
    with pytest.raises(SystemExit):
        main(["start", "--help"])
    known = flags(capsys.readouterr().out)
    (unit,) = re.findall(r"^ExecStart=(.*)$", (DEPLOY / "eznel.service").read_text(), re.MULTILINE)
    (container,) = re.findall(r"^ENTRYPOINT (.*)$", (DEPLOY / "Containerfile").read_text(), re.M)
    assert flags(unit) <= known
    assert flags(container) <= known
    assert {"--data", "--log"} <= flags(unit) & flags(container)


def test_a_container_has_the_packages_that_a_start_wants() -> None:
    (start,) = re.findall(r"^  start\)\n    packages (.*)$", LAUNCHER, re.MULTILINE)
    container = (DEPLOY / "Containerfile").read_text()
    assert all(f" {name}" in container for name in (*start.split(), "python3-venv"))
    assert "./eznel prepare" in container
    assert re.search(r"^  prepare\)$", LAUNCHER, re.MULTILINE)


def test_a_package_depends_on_what_a_start_wants() -> None:
    (start,) = re.findall(r"^  start\)\n    packages (.*)$", LAUNCHER, re.MULTILINE)
    control = (DEPLOY / "debian/control").read_text()
    (depends,) = re.findall(r"^Depends: (.*)$", control, re.MULTILINE)
    assert {*start.split(), "python3-venv"} <= {one.split()[0] for one in depends.split(", ")}
    packed = (DEPLOY / "package").read_text()
    assert set(re.findall(r"@(\w+)@", control)) == set(re.findall(r"s/@(\w+)@/", packed))


def test_a_packages_verbs_are_those_of_the_program(capsys: pytest.CaptureFixture[str]) -> None:
    with pytest.raises(SystemExit):
        main(["--help"])
    (known,) = re.findall(r"\{([\w,]+)\}", capsys.readouterr().out)[:1]
    wrapper = (DEPLOY / "debian/eznel").read_text()
    cases = re.findall(r"^  ([a-z |]+)\)", wrapper, re.MULTILINE)
    verbs = {verb.strip() for case in cases for verb in case.split("|")}
    assert {"start", "doctor"} < verbs <= set(known.split(","))


def test_a_proxy_asks_what_is_answered_and_tells_no_counts() -> None:
    proxy = (DEPLOY / "haproxy.cfg").read_text()
    paths = {route.path for route in health.router.routes}  # type: ignore[attr-defined]
    assert set(re.findall(r"(?:uri|path) (/\w+)", proxy)) == {"/readyz", "/metrics"} <= paths
    (host,) = re.findall(r"hdr Host (\S+)", proxy)
    assert host in app.HOSTS
