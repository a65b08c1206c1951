"""Serving: read from the environment, safe by default, TLS by an authority made on the spot."""

from __future__ import annotations

import os
import ssl
import subprocess
import sys
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from cryptography import x509

from tarte.certificates import certificates
from tarte.serve import command, serving, welcome

ROOT = Path(__file__).resolve().parents[2]
NOW = datetime(2026, 3, 4, 9, 30, tzinfo=UTC)
OWN = ["192.168.7.20"]


def test_by_itself_it_answers_to_this_machine_alone_and_believes_no_proxy() -> None:
    how = serving({}, OWN, 8)
    assert (how.bind, how.hosts, how.workers) == ("127.0.0.1", ("127.0.0.1", "localhost"), 4)
    assert "--no-proxy-headers" in command(how, None)
    assert "192.168" not in welcome(how, None)


def test_for_a_team_it_tells_its_address_with_a_code_and_a_warning() -> None:
    how = serving({"TARTE_BIND": "0.0.0.0", "TARTE_PORT": "8123"}, OWN, 2)
    said = welcome(how, None)
    assert "http://192.168.7.20:8123" in said
    assert "▀" in said or "█" in said
    assert "can read passwords" in said


def test_behind_a_proxy_only_the_named_one_is_believed() -> None:
    env = {"TARTE_TLS": "proxy", "TARTE_PROXIES": "10.0.0.2 10.0.0.3", "TARTE_HOSTS": "dough.example"}
    how = serving(env, OWN, 2)
    flags = command(how, None)
    assert flags[flags.index("--forwarded-allow-ips") + 1] == "10.0.0.2,10.0.0.3"
    assert how.addresses == ["https://dough.example"]


@pytest.mark.parametrize(
    ("env", "words"),
    [
        ({"TARTE_BIND": "everywhere"}, "TARTE_BIND"),
        ({"TARTE_PORT": "eighty"}, "TARTE_PORT"),
        ({"TARTE_PORT": "70000"}, "from 1 to 65535"),
        ({"TARTE_WORKERS": "0"}, "TARTE_WORKERS"),
        ({"TARTE_TLS": "maybe"}, "TARTE_TLS"),
        ({"TARTE_DEMO": "1", "TARTE_BIND": "0.0.0.0"}, "this machine only"),
    ],
)
def test_what_can_not_be_served_is_said(env: dict[str, str], words: str) -> None:
    with pytest.raises(ValueError, match=words):
        serving(env, OWN, 2)


def test_the_certificate_is_for_its_hosts_by_an_authority_that_stays(tmp_path: Path) -> None:
    first = certificates(tmp_path, ["192.168.7.20", "dough.local"], NOW, "Test")
    held = x509.load_pem_x509_certificate(first.certificate.read_bytes())
    authority = x509.load_pem_x509_certificate(first.authority.read_bytes())
    held.verify_directly_issued_by(authority)
    names = held.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    assert names.get_values_for_type(x509.DNSName) == ["dough.local"]
    assert str(names.get_values_for_type(x509.IPAddress)[0]) == "192.168.7.20"
    # The same again is left alone; another host or a late day renews it, by the same authority.
    before = first.certificate.read_bytes()
    assert certificates(tmp_path, ["dough.local"], NOW, "Test").certificate.read_bytes() == before
    more = certificates(tmp_path, ["dough.local", "bench.local"], NOW, "Test")
    assert more.certificate.read_bytes() != before
    assert more.fingerprint == first.fingerprint
    later = certificates(tmp_path, ["dough.local"], NOW + timedelta(days=380), "Test")
    assert later.fingerprint == first.fingerprint
    renewed = x509.load_pem_x509_certificate(later.certificate.read_bytes())
    assert renewed.not_valid_after_utc > NOW + timedelta(days=700)
    assert all(p.stat().st_mode & 0o077 == 0 for p in tmp_path.iterdir())


def test_a_browser_that_trusts_the_authority_would_take_it(tmp_path: Path) -> None:
    found = certificates(tmp_path, ["localhost"], datetime.now(UTC), "Test")
    server = ssl.SSLContext(ssl.PROTOCOL_TLS_SERVER)
    server.load_cert_chain(found.certificate, found.key)
    client = ssl.create_default_context(cafile=str(found.authority))
    into, out = ssl.MemoryBIO(), ssl.MemoryBIO()
    theirs = server.wrap_bio(into, out, server_side=True)
    mine = client.wrap_bio(out, into, server_hostname="localhost")
    for _ in range(4):
        for side in (mine, theirs):
            try:
                side.do_handshake()
            except ssl.SSLWantReadError:
                continue
    assert mine.version() in ("TLSv1.2", "TLSv1.3")


def test_the_settings_of_production_pass_djangos_own_check(tmp_path: Path) -> None:
    env = {**os.environ, "TARTE_DATA": str(tmp_path), "TARTE_TLS": "own", "TARTE_HOSTS": "dough.example"}
    env |= {"DJANGO_SETTINGS_MODULE": "tarte.settings", "TARTE_DEMO": "", "TARTE_DEBUG": ""}
    env.pop("DJANGO_ALLOW_ASYNC_UNSAFE", None)
    done = subprocess.run(
        [sys.executable, "manage.py", "check", "--deploy", "--fail-level", "WARNING"],
        cwd=ROOT, env=env, capture_output=True, text=True,
    )  # fmt: skip
    assert done.returncode == 0, done.stderr
