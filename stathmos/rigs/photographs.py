"""Photographs of labels: read as pictures or refused, turned upright, made small, and written anew without whatever else came along."""

from __future__ import annotations

import base64
import binascii
import io

from PIL import Image, ImageOps

#: of what is sent, what is read of it, and what is kept
MOST_SENT = 700_000
MOST_PIXELS = 40_000_000
LONGEST = 1600
MOST_KEPT = 400_000
_FORMATS = ("JPEG", "PNG", "WEBP")
_QUALITIES = (82, 70, 58, 45, 30)


class NoPhotograph(ValueError):
    """What was sent is no photograph that can be kept; says why."""


def decoded(sent: str) -> bytes:
    """What was sent as text in base 64. Raises `NoPhotograph`."""
    if len(sent) > MOST_SENT * 4 // 3 + 4:
        raise NoPhotograph("This photograph is too large to send: take it again, smaller.")
    try:
        return base64.b64decode(sent, validate=True)
    except (binascii.Error, ValueError) as error:
        raise NoPhotograph("This cannot be read as a photograph.") from error


def as_kept(sent: bytes) -> bytes:
    """A JPEG of the same picture, upright, at most `LONGEST` px long and `MOST_KEPT` bytes. Raises `NoPhotograph`.

    Only its pixels are taken over: no place, no device, nothing that hides in a file.
    """
    try:
        with Image.open(io.BytesIO(sent), formats=_FORMATS) as found:
            if found.width * found.height > MOST_PIXELS:
                raise NoPhotograph("This photograph has too many pixels: take it again, smaller.")
            picture = ImageOps.exif_transpose(found).convert("RGB")
    except NoPhotograph:
        raise
    except (OSError, SyntaxError, ValueError, Image.DecompressionBombError) as error:
        raise NoPhotograph("This cannot be read as a photograph. JPEG, PNG and WebP can.") from error
    picture.thumbnail((LONGEST, LONGEST))
    for quality in _QUALITIES:
        made = io.BytesIO()
        picture.save(made, "JPEG", quality=quality, optimize=True)
        if made.tell() <= MOST_KEPT:
            return made.getvalue()
    picture.thumbnail((LONGEST // 2, LONGEST // 2))
    made = io.BytesIO()
    picture.save(made, "JPEG", quality=_QUALITIES[-1])
    return made.getvalue()
