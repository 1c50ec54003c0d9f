"""Shared over https: a phone is told how to trust it, and nothing goes over plain http."""

import socket
import ssl
import threading
import time
from datetime import UTC, datetime, timedelta
from pathlib import Path
from urllib.request import urlopen

import pytest
import uvicorn
from cryptography import x509
from fastapi.testclient import TestClient

import sharing
from eznel.api.app import create_app
from eznel.api.codes import modules
from eznel.api.services import Services
from eznel.api.trust import Trust, page, printed
from eznel.certificates import Authority, authority, vouched
from eznel.serve import free_port
from eznel.words import LOCALES, words

NOW = datetime(2026, 6, 1, 12, tzinfo=UTC)
NAMES = ("192.168.1.7", "127.0.0.1", "localhost", "shed.local", "203.0.113.5")


@pytest.fixture
def own(tmp_path: Path) -> Authority:
    return authority(tmp_path / "https", datetime.now(UTC))


@pytest.fixture
def trust(own: Authority) -> Trust:
    return Trust(
        "https://192.168.1.7:8418", "http://192.168.1.7:8417/trust",
        own.certificate, own.fingerprint,
    )  # fmt: skip


def asked(services: Services, trust: Trust, at: str, who: str) -> TestClient:
    app = create_app(services, None, trust, shared=True)
    return TestClient(app, base_url=at, client=(who, 1), follow_redirects=False)


def test_the_authority_is_made_once_and_readable_by_its_owner_alone(own: Authority) -> None:
    again = authority(own.folder, datetime.now(UTC))
    assert again.fingerprint == own.fingerprint
    assert len(own.fingerprint.split(":")) == 32
    for secret in (own.folder / "authority.key", own.shown_for(NAMES, datetime.now(UTC)).key):
        assert secret.stat().st_mode & 0o077 == 0


def test_it_vouches_for_nothing_outside_private_networks(own: Authority) -> None:
    assert [one for one in (*NAMES, "bank.example") if not vouched(one)] == [
        "203.0.113.5", "bank.example",
    ]  # fmt: skip
    made = x509.load_pem_x509_certificate(own.certificate.read_bytes())
    limits = made.extensions.get_extension_for_class(x509.NameConstraints)
    assert limits.critical
    assert x509.DNSName("local") in (limits.value.permitted_subtrees or [])
    shown = own.shown_for(NAMES, datetime.now(UTC)).certificate.read_bytes()
    said = x509.load_pem_x509_certificate(shown).extensions
    names = said.get_extension_for_class(x509.SubjectAlternativeName).value
    assert names.get_values_for_type(x509.DNSName) == ["localhost", "shed.local"]
    assert [str(one) for one in names.get_values_for_type(x509.IPAddress)] == [
        "192.168.1.7", "127.0.0.1",
    ]  # fmt: skip


def test_what_is_shown_is_made_anew_for_other_addresses_and_before_it_ends(tmp_path: Path) -> None:
    """It holds for 397 days: with 31 days left it stays, with 29 it does not."""
    own = authority(tmp_path / "https", NOW)
    first = own.shown_for(NAMES, NOW).certificate.read_bytes()
    assert own.shown_for(NAMES, NOW + timedelta(days=366)).certificate.read_bytes() == first
    later = own.shown_for(NAMES, NOW + timedelta(days=368)).certificate.read_bytes()
    assert later != first
    moved = own.shown_for(("192.168.1.8",), NOW + timedelta(days=368)).certificate.read_bytes()
    assert moved != later


def test_who_trusts_it_gets_in_over_https_and_nobody_else(
    services: Services, own: Authority
) -> None:
    shown = own.shown_for(NAMES, datetime.now(UTC))
    port = free_port()
    app = create_app(services, shared=True)
    files = {"ssl_certfile": shown.certificate, "ssl_keyfile": shown.key}
    server = uvicorn.Server(uvicorn.Config(app, port=port, log_level="error", **files))  # type: ignore[arg-type]
    thread = threading.Thread(target=server.run)
    thread.start()
    try:
        while not server.started:
            time.sleep(0.05)
        knows = ssl.create_default_context(cafile=own.certificate)
        with urlopen(f"https://localhost:{port}/api/door", context=knows) as answer:
            assert b'"shared":true' in answer.read()
        with (
            socket.create_connection(("127.0.0.1", port)) as plain,
            pytest.raises(ssl.SSLCertVerificationError),
        ):
            ssl.create_default_context().wrap_socket(plain, server_hostname="localhost")
    finally:
        server.should_exit = True
        thread.join()


def test_plain_http_from_elsewhere_leads_to_the_page_alone(
    services: Services, trust: Trust
) -> None:
    phone = asked(services, trust, "http://192.168.1.7:8417", "192.168.1.20")
    for path in ("/", "/g/x/today", "/api/gardens", "/api/door"):
        answer = phone.get(path)
        assert (answer.status_code, answer.headers["location"]) == (307, "/trust")
    told = phone.get("/trust")
    assert trust.fingerprint in told.text
    assert 'href="https://192.168.1.7:8418"' in told.text
    assert "script" not in told.text
    assert phone.get("/eznel.crt").content.startswith(b"-----BEGIN CERTIFICATE-----")
    here = asked(services, trust, "http://127.0.0.1:8417", "127.0.0.1")
    assert here.get("/api/door").json()["inside"] is False


def test_over_https_the_session_belongs_to_this_host_alone(
    services: Services, trust: Trust
) -> None:
    phone = asked(services, trust, "https://192.168.1.7:8418", "192.168.1.20")
    sharing.somebody(services, "Mira")
    typed = {"name": "Mira", "password": sharing.PASSWORD}
    cookie = phone.post("/api/door", json=typed).headers["set-cookie"]
    assert cookie.startswith("__Host-eznel_session=")
    assert "; Secure" in cookie
    assert "Domain" not in cookie
    assert phone.get("/api/gardens").json() == []
    phone.delete("/api/door")
    assert phone.get("/api/gardens").status_code == 401


def test_with_a_certificate_that_all_trust_plain_http_leads_there(services: Services) -> None:
    known = Trust("https://192.168.1.7:8418", "", None)
    phone = asked(services, known, "http://192.168.1.7:8417", "192.168.1.20")
    assert phone.get("/today").headers["location"] == "https://192.168.1.7:8418"
    assert phone.get("/trust").headers["location"] == "https://192.168.1.7:8418"


@pytest.mark.parametrize("locale", LOCALES)
def test_the_page_is_said_in_every_language(trust: Trust, locale: str) -> None:
    said = page(trust, words(locale))
    assert said.count("<li>") == 4 + 3
    assert "{" not in said.split("</style>")[1]


def test_the_code_reads_the_same_in_a_terminal() -> None:
    """A finder stands in three corners: seven dark, in rows of two, with four of paper around."""
    rows = modules("http://192.168.1.7:8417/trust")
    assert rows[0][:8] == [True] * 7 + [False]
    lines = printed("http://192.168.1.7:8417/trust").split("\n")
    assert len(lines) == (len(rows) + 8 + 1) // 2
    assert set(lines[0]) == {"█"}
    assert lines[2][4:12] == " ▄▄▄▄▄ █"
