"""Zip files of a kitchen: written with a manifest, and read as if an enemy had made them.

A file is read only after its manifest was checked: no name that leaves the folder, nothing that is not listed, nothing
larger than it says or than a kitchen can be, every checksum right.
"""

from __future__ import annotations

import hashlib
import json
import re
import zipfile
import zlib
from collections.abc import Iterable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from pathlib import Path
from typing import IO, Any

from kitchen.documents.one_meaning import read_json

MANIFEST = "manifest.json"
#: Bytes, unpacked: a table, a picture, the manifest, and all of it.
MOST_TABLE, MOST_PICTURE, MOST_MANIFEST, MOST_ALL = 400_000_000, 16_000_000, 8_000_000, 40_000_000_000
MOST_FILES = 200_000
NAME = re.compile(
    r"(tables/[a-z_]{1,40}\.json|csv/[a-z_]{1,40}\.csv|photos/[A-Za-z0-9_-]{1,80}\.jpg|[a-z]{1,20}\.json)\Z", re.ASCII
)
#: What the library raises for a zip file that is none, or that lies.
LIES = (zipfile.BadZipFile, zlib.error, OSError, EOFError, RuntimeError, ValueError)
CHUNK = 1 << 20


class UnreadableError(Exception):
    """Why a file can't be taken, in a sentence for whoever wants it back."""


@dataclass
class Written:
    """A file being written: what went in, for the manifest."""

    zip: zipfile.ZipFile
    files: list[dict[str, Any]] = field(default_factory=list)

    def put(self, name: str, parts: Iterable[bytes]) -> None:
        """One file, written part by part."""
        digest, size = hashlib.sha256(), 0
        with self.zip.open(name, "w", force_zip64=True) as out:
            for part in parts:
                out.write(part)
                digest.update(part)
                size += len(part)
        self.files.append({"name": name, "bytes": size, "sha256": digest.hexdigest()})

    def close(self, said: dict[str, Any]) -> None:
        """The manifest, last."""
        text = json.dumps({**said, "files": self.files}, ensure_ascii=False, indent=1)
        self.zip.writestr(MANIFEST, text)


@contextmanager
def writing(path: Path) -> Iterator[Written]:
    """Write a file beside its name and move it there when it is whole; what fails leaves nothing."""
    part = path.with_name(path.name + ".part")
    try:
        with zipfile.ZipFile(part, "w", zipfile.ZIP_DEFLATED, compresslevel=6) as made:
            yield Written(made)
        part.replace(path)
    finally:
        part.unlink(missing_ok=True)


@dataclass
class Archive:
    """A file whose manifest was read and whose names and sizes were checked; contents are checked as they are read."""

    zip: zipfile.ZipFile
    manifest: dict[str, Any]
    sums: dict[str, tuple[int, str]]

    def document(self, name: str) -> Any:
        """A JSON file of it."""
        try:
            return read_json(b"".join(self.parts(name)))
        except (ValueError, RecursionError) as error:
            raise UnreadableError(f"{name} in it can't be read as JSON. {TAKE_ANOTHER}") from error

    def parts(self, name: str) -> Iterator[bytes]:
        """The bytes of a file of it, counted and summed as they come."""
        if name not in self.sums:
            raise UnreadableError(f"{name} is missing from it. {TAKE_ANOTHER}")
        size, wanted = self.sums[name]
        digest, seen = hashlib.sha256(), 0
        try:
            with self.zip.open(name) as source:
                while part := source.read(CHUNK):
                    seen += len(part)
                    if seen > size:
                        raise UnreadableError(f"{name} in it is larger than it says. {TAKE_ANOTHER}")
                    digest.update(part)
                    yield part
        except LIES as error:
            raise UnreadableError(f"{name} in it is damaged. {TAKE_ANOTHER}") from error
        if seen != size or digest.hexdigest() != wanted:
            raise UnreadableError(f"{name} in it is not what was written. {TAKE_ANOTHER}")

    def names(self, folder: str) -> list[str]:
        """The files of one of its folders."""
        return sorted(n for n in self.sums if n.startswith(f"{folder}/"))


TAKE_ANOTHER = "Nothing was changed. Take another copy of the file, or an older one."


@contextmanager
def reading(source: Path | IO[bytes], form: str, version: int) -> Iterator[Archive]:
    """Open a file of a form, at most of a version. Raises UnreadableError."""
    try:
        opened = zipfile.ZipFile(source)
    except LIES as error:
        raise UnreadableError(
            f"This is not a whole zip file: it is cut short, damaged or something else. {TAKE_ANOTHER}"
        ) from error
    with opened:
        _check_names(opened)
        archive = Archive(opened, {}, {MANIFEST: (opened.getinfo(MANIFEST).file_size, "")})
        archive.manifest = _manifest(opened)
        _check_form(archive.manifest, form, version)
        archive.sums = _sums(opened, archive.manifest)
        yield archive


def _check_names(opened: zipfile.ZipFile) -> None:
    infos = opened.infolist()
    if len(infos) > MOST_FILES:
        raise UnreadableError(f"It holds {len(infos)} files; a kitchen has far fewer. Nothing was changed.")
    names = [i.filename for i in infos]
    strange = [n for n in names if not NAME.match(n)]
    if strange:
        raise UnreadableError(f"It holds “{strange[0][:60]}”, which no kitchen's file has. Nothing was changed.")
    if len(set(names)) != len(names):
        raise UnreadableError("It holds two files of one name. Nothing was changed.")
    if MANIFEST not in names:
        raise UnreadableError(f"It has no {MANIFEST}, so it is no file of a kitchen. Nothing was changed.")
    large = [i for i in infos if i.file_size > _most(i.filename) or i.flag_bits & 0x1]
    if large or sum(i.file_size for i in infos) > MOST_ALL:
        what = large[0].filename if large else "all of it"
        raise UnreadableError(f"Unpacked, {what} is larger than a kitchen's can be. Nothing was changed.")


def _most(name: str) -> int:
    if name == MANIFEST:
        return MOST_MANIFEST
    return MOST_PICTURE if name.startswith("photos/") else MOST_TABLE


def _manifest(opened: zipfile.ZipFile) -> dict[str, Any]:
    try:
        said = read_json(opened.read(MANIFEST))
    except LIES as error:
        raise UnreadableError(f"Its {MANIFEST} can't be read. {TAKE_ANOTHER}") from error
    if not isinstance(said, dict):
        raise UnreadableError(f"Its {MANIFEST} is not that of a kitchen. Nothing was changed.")
    return said


def _check_form(manifest: dict[str, Any], form: str, version: int) -> None:
    if manifest.get("format") != form:
        raise UnreadableError(
            f"It says it is “{str(manifest.get('format'))[:40]}”; a file of the form “{form}” is wanted here. "
            "Nothing was changed."
        )
    said = manifest.get("version")
    if type(said) is not int or said < 1:
        raise UnreadableError("It does not say which version of the form it is. Nothing was changed.")
    if said > version:
        raise UnreadableError(
            f"It was made by a newer Tarte (version {said} of the form; this one reads up to {version}). Update Tarte "
            "first. Nothing was changed."
        )


def _sums(opened: zipfile.ZipFile, manifest: dict[str, Any]) -> dict[str, tuple[int, str]]:
    sizes = {i.filename: i.file_size for i in opened.infolist() if i.filename != MANIFEST}
    found: dict[str, tuple[int, str]] = {}
    for each in manifest.get("files") if isinstance(manifest.get("files"), list) else []:  # type: ignore[union-attr]
        if not isinstance(each, dict) or not isinstance(each.get("name"), str):
            raise UnreadableError(f"The list of files in its manifest can't be read. {TAKE_ANOTHER}")
        name, size = each["name"], each.get("bytes")
        if sizes.get(name) != size:
            raise UnreadableError(f"{name[:60]} is missing from it or cut short. {TAKE_ANOTHER}")
        found[name] = (sizes[name], str(each.get("sha256")))
    extra = set(sizes) - set(found)
    if extra:
        raise UnreadableError(
            f"It holds “{sorted(extra)[0][:60]}”, which its manifest does not list. Nothing was changed."
        )
    return found
