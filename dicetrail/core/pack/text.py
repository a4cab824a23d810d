"""Bytes to text: any usual encoding, any line ending, and a clear refusal of what is no text."""

from __future__ import annotations

import codecs
import re

from ..snag import Refused

LARGEST_FILE = 20 * 1024 * 1024
"""Bytes a question file may have."""

LOOKED_AT = 2**18
"""Characters from which a file's encoding is estimated, and whether it is text at all."""

_SIGNATURES = {
    b"\x89PNG": "a PNG picture",
    b"\xff\xd8\xff": "a JPEG picture",
    b"GIF8": "a GIF picture",
    b"%PDF": "a PDF document",
    b"PK\x03\x04": "a zip archive or an office document",
    b"\xd0\xcf\x11\xe0": "an old office document",
    b"\x1f\x8b": "a gzip archive",
    b"RIFF": "a sound or a film",
    b"OggS": "a sound or a film",
    b"ID3": "a sound",
    b"\x7fELF": "a program",
    b"SQLite format 3": "a database",
}
_BOMS = (
    (codecs.BOM_UTF8, "utf-8-sig"),
    (codecs.BOM_UTF16_LE, "utf-16"),
    (codecs.BOM_UTF16_BE, "utf-16"),
)
_CONTROL = re.compile(r"[\x00-\x08\x0e-\x1f]")


def check_size(data: bytes, name: str) -> None:
    """Raise :class:`Refused` where a file is too large."""
    if len(data) > LARGEST_FILE:
        raise Refused(
            f"{name} has {len(data) / 2**20:.0f} MB; a question file may have {LARGEST_FILE // 2**20} MB."
            " Split it into several files."
        )


def decode(data: bytes, name: str) -> tuple[str, str]:
    """The text of a file and the encoding it was in.

    A byte-order mark decides; without one UTF-8 is tried, then UTF-16 is recognised by its zero bytes, then
    the encoding is estimated. Raises :class:`Refused` where the file is empty, too large or not text.
    """
    check_size(data, name)
    if not data.strip():
        raise _empty(name)
    for signature, what in _SIGNATURES.items():
        if data.startswith(signature):
            raise Refused(
                f"{name} is {what}, not a text file of questions. Save the questions as tab- or"
                " comma-separated text and bring that."
            )
    text, encoding = _decoded(data, name)
    if not text.strip():
        raise _empty(name)
    sample = text[:LOOKED_AT]
    if len(_CONTROL.findall(sample)) > len(sample) / 100:
        raise _not_text(name)
    return text, encoding


def split_lines(text: str) -> list[str]:
    """The lines of a text, without their endings (LF, CR LF or CR); a final line ending adds no line."""
    lines = text.replace("\r\n", "\n").replace("\r", "\n").split("\n")
    if lines[-1] == "":
        lines.pop()
    return lines


def _decoded(data: bytes, name: str) -> tuple[str, str]:
    for bom, encoding in _BOMS:
        if data.startswith(bom):
            try:
                return data.decode(encoding), encoding.replace("-sig", "")
            except UnicodeDecodeError:
                raise _not_text(name) from None
    if b"\x00" in data:
        for encoding, zeros in (("utf-16-le", data[1::2]), ("utf-16-be", data[::2])):
            if zeros.count(0) > len(data) // 8:
                try:
                    return data.decode(encoding), encoding
                except UnicodeDecodeError:
                    continue
        raise _not_text(name)
    try:
        return data.decode("utf-8"), "utf-8"
    except UnicodeDecodeError:
        pass
    from charset_normalizer import from_bytes  # imported late: most files are UTF-8

    best = from_bytes(data[:LOOKED_AT]).best()
    for encoding in (best.encoding if best else "cp1252", "cp1252", "latin-1"):
        try:
            return data.decode(encoding), encoding
        except UnicodeDecodeError:
            continue
    raise _not_text(name)


def _empty(name: str) -> Refused:
    return Refused(f"{name} is empty. Save some questions in it and bring it again.")


def _not_text(name: str) -> Refused:
    return Refused(
        f"{name} is not readable as text in any usual encoding. Save it again as plain text (UTF-8) and"
        " bring that."
    )
