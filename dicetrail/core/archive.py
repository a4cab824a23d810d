"""Zip archives: written so that the same files give the same bytes, and read without trust.

What comes from elsewhere is not trusted: nothing is unpacked to the disk, no name leads out of the archive,
and sizes are counted while unpacking, whatever the archive says of them.
"""

from __future__ import annotations

import io
import zipfile
import zlib
from collections.abc import Mapping
from pathlib import PurePosixPath

from .snag import Refused

LARGEST_UNPACKED = 128 * 2**20
"""Bytes that all files of an archive may have together."""
MOST_FILES = 2000
NO_DATE = (1980, 1, 1, 0, 0, 0)
"""The first date that a zip can hold."""
_MAGIC = b"PK\x03\x04"
_STEP = 2**20


def archive(files: Mapping[str, bytes]) -> bytes:
    """Files as a zip that depends on nothing but what is in them: no date, no order of the disk."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED, compresslevel=9) as zipped:
        for name, data in files.items():
            entry = zipfile.ZipInfo(name, NO_DATE)
            entry.compress_type = zipfile.ZIP_DEFLATED
            entry.external_attr = 0o644 << 16
            zipped.writestr(entry, data)
    return out.getvalue()


def holds(data: bytes, name: str) -> bool:
    """Whether data are a zip in which there is a file of a name."""
    if not data.startswith(_MAGIC):
        return False
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as zipped:
            return name in zipped.namelist()
    except (zipfile.BadZipFile, ValueError, NotImplementedError):
        return False


def unpacked(data: bytes, file: str, what: str) -> dict[str, bytes]:
    """The files of an archive by their names. Raises Refused, with what is wrong in it; ``what`` says what it
    should be."""
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as zipped:
            return _files(zipped, file, what)
    except (zipfile.BadZipFile, zlib.error, EOFError, NotImplementedError, RuntimeError, ValueError) as error:
        if isinstance(error, Refused):
            raise
        raise Refused(f"{file} is damaged, or no {what} ({error}). Save the {what} anew.") from None


def _files(zipped: zipfile.ZipFile, file: str, what: str) -> dict[str, bytes]:
    entries = [entry for entry in zipped.infolist() if not entry.is_dir()]
    if len(entries) > MOST_FILES:
        raise Refused(f"There are {len(entries):,} files in {file}; a {what} has {MOST_FILES:,} at the most.")
    files: dict[str, bytes] = {}
    left = LARGEST_UNPACKED
    for entry in entries:
        name = entry.orig_filename
        if not stays_inside(name):
            raise Refused(f"{file} has a file called {name[:80]!r}: that leads out of it. Nothing was read.")
        if name in files:
            raise Refused(f"{file} has two files called {name[:80]!r}. Nothing was read.")
        files[name] = _bounded(zipped, entry, left, file, what)
        left -= len(files[name])
    return files


def _bounded(zipped: zipfile.ZipFile, entry: zipfile.ZipInfo, most: int, file: str, what: str) -> bytes:
    """One file of an archive, no more of it than may be."""
    parts, had = [], 0
    with zipped.open(entry) as opened:
        while part := opened.read(_STEP):
            had += len(part)
            if had > most:
                raise Refused(
                    f"{file} unpacks to more than {LARGEST_UNPACKED // 2**20} MB: no {what} needs that."
                    " Nothing was read."
                )
            parts.append(part)
    return b"".join(parts)


def stays_inside(name: str) -> bool:
    """Whether a name is a plain relative one."""
    path = PurePosixPath(name)
    return (
        0 < len(name) <= 200
        and not path.is_absolute()
        and str(path) == name
        and not {"..", "."} & set(path.parts)
        and not any(mark in "\\:\0" or not mark.isprintable() for mark in name)
    )
