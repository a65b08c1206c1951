"""Many at once: fifty editors of one dough, and calls of every operation with whatever can be sent."""

from __future__ import annotations

import json
import random
import threading
import time
from typing import Any

from tools.trust.server import ROOT, Asker, Server

NASTY: tuple[Any, ...] = (
    None, True, False, 0, -1, 1e-320, 1e308, 10**400, -(10**30), "", " ", "\x00", "\ud800", "9" * 5000, "=1+1",
    "../../etc", "<script>", "' OR 1=1 --", [], {}, [[[[[]]]]], {"a": {"b": {}}}, "½", "1,200", "NaN", "infinity",
    "2026-02-30", "x" * 70_000,
)  # fmt: skip
#: Longer than this is a failure, s.
TOO_LONG = 5.0


def editors(server: Server, sessions: dict[str, str], count: int, each: int) -> str:
    """So many editors write one dough; each accepted write was based on the one before it. The sentence to print."""
    accepted: list[tuple[int, int]] = []
    refused = [0]
    guard = threading.Lock()

    def edit(n: int) -> None:
        cook = Asker(server.port, sessions["owner" if n % 2 else "cook"])
        for k in range(each):
            now = cook.ask("GET", "/doughs/1")[1]
            body = {key: now[key] for key in ("revision", "style", "target", "draft")} | {"name": f"Edit {n}-{k}"}
            status, saved = cook.ask("PUT", "/doughs/1/draft", body)
            with guard:
                if status == 200:
                    accepted.append((now["revision"], saved["revision"]))
                elif status == 409:
                    refused[0] += 1

    crowd = [threading.Thread(target=edit, args=(n,)) for n in range(count)]
    for one in crowd:
        one.start()
    for one in crowd:
        one.join(300)
    bases = sorted(b for b, _ in accepted)
    silent = len(bases) - len(set(bases)) + sum(after != before + 1 for before, after in accepted)
    mark = "✓" if accepted and not silent else "▲"
    return (
        f"{mark} {count} editors of one dough: {len(accepted)} writes accepted, {refused[0]} refused as stale, "
        f"{silent} silently written over"
    )


def fuzz(server: Server, sessions: dict[str, str], calls: int, until: float) -> str:
    """Ask every operation as each role and as nobody, with bodies made of what it takes and what it does not. The
    sentence to print."""
    chance = random.Random(11)  # noqa: S311
    document = json.loads((ROOT / "web" / "openapi.json").read_text(encoding="utf-8"))
    operations = [
        (method.upper(), path.removeprefix("/api"), operation)
        for path, item in sorted(document["paths"].items())
        for method, operation in sorted(item.items())
        # What ends sessions or takes people away would make strangers of the askers.
        if not any(x in path for x in ("/me/", "/off", "/reset", "/role")) and path != "/api/session"
    ]
    askers = [Asker(server.port, s) for _, s in sorted(sessions.items())] + [Asker(server.port, "")]
    failures: list[str] = []
    slowest, done = (0.0, ""), 0
    while done < calls and time.monotonic() < until:
        method, path, operation = operations[done % len(operations)]
        asker = askers[(done // len(operations)) % len(askers)]
        told = _path(path, chance)
        kind, body = _body(document, operation, chance)
        begun = time.monotonic()
        try:
            status, _ = asker.send(method, told, body, kind, 60.0)
        except OSError as error:
            failures.append(f"{method} {path}: {error}")
            break
        took = time.monotonic() - begun
        slowest = max(slowest, (took, f"{method} {path}"))
        if status >= 500:
            failures.append(f"{method} {path}: {status}")
        done += 1
    good = not failures and slowest[0] <= TOO_LONG and done >= calls
    return (
        f"{'✓' if good else '▲'} {done} calls of {len(operations)} operations as each role and as nobody: "
        f"{len(failures)} server errors, the slowest {slowest[0]:.1f} s ({slowest[1]})"
        f"{'' if not failures else f': {failures[:4]}'}"
    )


def _path(path: str, chance: random.Random) -> str:
    while "{" in path:
        begin, end = path.index("{"), path.index("}")
        value = chance.choice(["1", "2", "3", "0", "-1", "99999999999999999999", "abc", "%00", "1"])
        path = path[:begin] + value + path[end + 1 :]
    return path


def _body(document: dict[str, Any], operation: dict[str, Any], chance: random.Random) -> tuple[str, bytes | None]:
    content = operation.get("requestBody", {}).get("content", {})
    if "multipart/form-data" in content:
        part = chance.choice([b"", b"PK\x03\x04" + chance.randbytes(400), b"\xff\xd8\xff" + chance.randbytes(400)])
        name = chance.choice(["photo", "file", "other"])
        head = f'--x\r\nContent-Disposition: form-data; name="{name}"; filename="f"\r\n\r\n'.encode()
        key = b'--x\r\nContent-Disposition: form-data; name="key"\r\n\r\nkeykeykey\r\n'
        return "multipart/form-data; boundary=x", key + head + part + b"\r\n--x--\r\n"
    if not content:
        return "application/json", None
    made = sent(document, content["application/json"]["schema"], chance, 0)
    if chance.random() < 0.05:
        return "application/json", chance.choice(
            [b"", b"{", b"[" * 5000, b"null", b'{"a": NaN}', b'{"a":1,"a":2}', b"\xff\xfe"]
        )
    return "application/json", json.dumps(made).encode("utf-8", "surrogatepass")


def sent(document: dict[str, Any], schema: dict[str, Any], chance: random.Random, depth: int) -> Any:
    """Something a schema takes, now and then spoilt."""
    if chance.random() < 0.06:
        return chance.choice(NASTY)
    if "$ref" in schema:
        return sent(document, document["components"]["schemas"][schema["$ref"].rsplit("/", 1)[1]], chance, depth)
    for many in ("anyOf", "oneOf", "allOf"):
        if many in schema:
            return sent(document, chance.choice(schema[many]), chance, depth)
    if "enum" in schema or "const" in schema:
        return chance.choice(schema.get("enum", [schema.get("const")]))
    kind = schema.get("type")
    if kind == "object":
        wanted = set(schema.get("required", []))
        return {
            name: sent(document, inner, chance, depth + 1)
            for name, inner in schema.get("properties", {}).items()
            if name in wanted or (depth < 4 and chance.random() < 0.5)
        }
    if kind == "array":
        return [sent(document, schema.get("items", {}), chance, depth + 1) for _ in range(chance.choice([0, 1, 1, 3]))]
    if kind == "string":
        return chance.choice(["ap_hi", "butter", "oat", "2026-03-04", "82 84", "12", "key-key-key", "a word", "0.5 g"])
    return {"integer": chance.randint(0, 20), "number": chance.uniform(0, 300), "boolean": chance.random() < 0.5}.get(
        str(kind)
    )
