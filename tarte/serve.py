"""Serve a kitchen: to this machine alone, or to a team on its own network.

Environment, beside that of the settings: TARTE_PORT (8000), TARTE_BIND (127.0.0.1; 0.0.0.0 for all of the network),
TARTE_HOSTS (names it answers to, apart by spaces), TARTE_TLS (own: certificates made here; proxy: a proxy in front
speaks TLS), TARTE_BALLOT_PORT (where guests' phones reach ballots, without TLS; one above TARTE_PORT, 0 for none),
TARTE_PROXIES (addresses of proxies whose word for where a call came from counts), TARTE_WORKERS (how many
processes; usually one for each core, up to four).
"""

from __future__ import annotations

import io
import ipaddress
import os
import socket
import sqlite3
import sys
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import UTC, datetime
from pathlib import Path

import segno

from tarte.certificates import Certificates, certificates

ANYWHERE = ("0.0.0.0", "::")  # noqa: S104  what “all of the network” is called
MOST_WORKERS = 4
#: Seconds a stop waits for what is being answered.
GRACE_S = 10


@dataclass(frozen=True, slots=True)
class Serving:
    """How it is served: bind address and port, the names it answers to, TLS, named proxies, processes; the port for
    ballots (0: they are answered where everything is)."""

    bind: str
    port: int
    hosts: tuple[str, ...]
    tls: str
    proxies: str
    workers: int
    demo: bool
    ballot_port: int = 0

    @property
    def addresses(self) -> list[str]:
        """What to open in a browser, the one for other devices first."""
        scheme = "https" if self.tls else "http"
        port = "" if self.tls == "proxy" else f":{self.port}"
        return [f"{scheme}://{h}{port}" for h in self.hosts]

    @property
    def ballots_at(self) -> str:
        """Where ballots are answered; empty where that is the kitchen's own address."""
        return f"http://{self.hosts[0]}:{self.ballot_port}" if self.ballot_port else ""


def serving(env: Mapping[str, str], own: Sequence[str], cores: int) -> Serving:
    """Read the environment. own are this machine's addresses on its networks. Raises ValueError in words."""
    demo = env.get("TARTE_DEMO") == "1"
    bind = env.get("TARTE_BIND", "") or "127.0.0.1"
    try:
        at = ipaddress.ip_address(bind)
    except ValueError:
        raise ValueError(f"TARTE_BIND is “{bind}”: give an address of this machine, 127.0.0.1 or 0.0.0.0.") from None
    tls = env.get("TARTE_TLS", "")
    if tls not in ("", "own", "proxy"):
        raise ValueError(f"TARTE_TLS is “{tls}”: say own or proxy, or leave it out.")
    if demo and not at.is_loopback:
        raise ValueError("The demo signs people in without a password, so it is served to this machine only. Make a "
                         "kitchen of your own with `make kitchen` to serve a team.")  # fmt: skip
    named = tuple(env.get("TARTE_HOSTS", "").split())
    reached = tuple(own) if bind in ANYWHERE else () if at.is_loopback else (bind,)
    port = _whole(env, "TARTE_PORT", 8000, 1, 65535)
    # Without TLS, or with a proxy's, guests' phones reach the kitchen's own address as well.
    ballots = _whole(env, "TARTE_BALLOT_PORT", min(port + 1, 65535) if tls == "own" else 0, 0, 65535)
    return Serving(
        bind, port,
        (*named, *reached, *(() if named and tls == "proxy" else ("127.0.0.1", "localhost"))), tls,
        env.get("TARTE_PROXIES", "").replace(" ", ","),
        _whole(env, "TARTE_WORKERS", 1 if demo else min(max(cores, 1), MOST_WORKERS), 1, 32), demo, ballots,
    )  # fmt: skip


def _whole(env: Mapping[str, str], name: str, usual: int, low: int, high: int) -> int:
    said = env.get(name, "")
    if not said:
        return usual
    if not said.isdigit() or not low <= int(said) <= high:
        raise ValueError(f"{name} is “{said}”: it goes from {low} to {high}.")
    return int(said)


def own_addresses() -> list[str]:
    """This machine's addresses on its networks; empty without one. Nothing is sent."""
    found: list[str] = []
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        try:
            # A datagram socket only picks the way it would go by.
            probe.connect(("10.255.255.255", 1))
            found.append(str(probe.getsockname()[0]))
        except OSError:
            pass
    return [a for a in found if not ipaddress.ip_address(a).is_loopback]


def is_free(how: Serving) -> bool:
    """Whether its port can be had."""
    with socket.socket(socket.AF_INET6 if ":" in how.bind else socket.AF_INET) as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((how.bind, how.port))
        except OSError:
            return False
    return True


def command(how: Serving, tls: Certificates | None) -> list[str]:
    """The server's own command line."""
    flags = ["--host", how.bind, "--port", str(how.port), "--log-level", "warning"]
    flags += ["--timeout-graceful-shutdown", str(GRACE_S), "--workers", str(how.workers), "--no-server-header"]
    # Only named proxies are believed; none by default, not even on this machine.
    flags += ["--proxy-headers", "--forwarded-allow-ips", how.proxies] if how.proxies else ["--no-proxy-headers"]
    if tls is not None:
        flags += ["--ssl-certfile", str(tls.certificate), "--ssl-keyfile", str(tls.key)]
    return [sys.executable, "-m", "uvicorn", "tarte.asgi:application", *flags]


def welcome(how: Serving, tls: Certificates | None) -> str:
    """What is printed: addresses, a code to photograph with a tablet, and how to trust the certificate."""
    lines = ["", f"Tarte is on {how.addresses[0]}  (Ctrl+C stops it; what you enter is kept)"]
    if how.ballots_at:
        lines.append(f"panels' ballots, for guests' phones: {how.ballots_at}/b/…")
    others = [a for a in how.addresses[1:] if a != how.addresses[0]]
    if others:
        lines.append(f"also on {', '.join(others)}")
    if how.bind not in ("127.0.0.1", "::1") or how.tls == "proxy":
        drawn = io.StringIO()
        segno.make(how.addresses[0], error="m").terminal(out=drawn, compact=True)
        lines += ["", drawn.getvalue()]
    if tls is not None:
        lines += [
            "It speaks TLS by a certificate authority of its own. On each device, once: copy this file to it and",
            "trust it as an authority",
            f"  {tls.authority}",
            "and compare its fingerprint (SHA-256) before you do:",
            f"  {tls.fingerprint}",
            "Without that the browser warns, and it is right to: it cannot know who answers.",
        ]
    elif not how.tls and how.bind not in ("127.0.0.1", "::1"):
        lines.append("▲ Without TLS whoever is on this network can read passwords along: set TARTE_TLS=own.")
    return "\n".join([*lines, ""])


def main() -> None:
    """Print the addresses and become the server."""
    data = Path(os.environ["TARTE_DATA"])
    try:
        how = serving(os.environ, own_addresses(), os.cpu_count() or 1)
    except ValueError as error:
        sys.exit(str(error))
    if not is_free(how):
        sys.exit(f"Something listens on port {how.port} already. Stop it, or set TARTE_PORT to another.")
    os.umask(0o077)
    if how.ballot_port and not is_free(replace(how, port=how.ballot_port)):
        sys.exit(f"Something listens on port {how.ballot_port}, which is to be the ballots'. Set TARTE_BALLOT_PORT.")
    tls = certificates(data / "tls", how.hosts, datetime.now(UTC), _kitchen(data)) if how.tls == "own" else None
    env = {**os.environ, "TARTE_HOSTS": " ".join(h for h in how.hosts if h not in ("127.0.0.1", "localhost"))}
    if how.ballots_at:
        env |= {
            "TARTE_BALLOTS_AT": how.ballots_at,
            "TARTE_BALLOT_PORT": str(how.ballot_port),
            "TARTE_BALLOT_BIND": how.bind,
        }
    sys.stdout.write(welcome(how, tls) + "\n")
    sys.stdout.flush()
    done = command(how, tls)
    os.execvpe(done[0], done, env)  # noqa: S606


def _kitchen(data: Path) -> str:
    try:
        with sqlite3.connect(f"{(data / 'kitchen.sqlite3').as_uri()}?mode=ro", uri=True) as db:
            row = db.execute("SELECT name FROM kitchen_kitchen").fetchone()
    except sqlite3.DatabaseError:
        return ""
    return str(row[0]) if row else ""


if __name__ == "__main__":
    main()
