"""Photographs for the log: JPEG or PNG taken in, turned upright, reduced, and stripped of everything but the picture."""

from __future__ import annotations

import base64
import binascii
import io
import warnings

from PIL import Image, ImageOps, UnidentifiedImageError

from ergostrut.core.problem import InputError, Problem

LARGEST, PIXELS = 20_000_000, 60_000_000
"""Bytes and pixels of a picture that is taken in."""
SIDE, ROOM = 1280, 450_000
"""Pixels of its longer side, and bytes, as it is kept."""


def _refused(why: str) -> InputError:
    return InputError([Problem(field="/photo", message=why)])


def reduced(data: bytes) -> str:
    """The picture as JPEG in base64, without its place, its maker and its time.

    Raises:
        InputError: it is no JPEG or PNG, is too large, or is broken.
    """
    if len(data) > LARGEST:
        raise _refused(f"this file is larger than {LARGEST // 1_000_000} MB; take a smaller picture")
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(io.BytesIO(data), formats=("JPEG", "PNG")) as picture:
                # the size is known before a pixel is unpacked
                if picture.width * picture.height > PIXELS:
                    raise _refused(
                        f"this picture has {picture.width} x {picture.height} pixels; {PIXELS // 1_000_000} million are the most"
                    )
                upright = ImageOps.exif_transpose(picture).convert("RGB")
    except UnidentifiedImageError:
        raise _refused("this is no JPEG and no PNG; save the picture as one of them") from None
    except (OSError, ValueError, SyntaxError, Image.DecompressionBombError, Image.DecompressionBombWarning) as error:
        raise _refused(f"this picture is broken: {str(error)[:80]}") from None
    upright.thumbnail((SIDE, SIDE))
    for quality in (82, 70, 55, 40):
        out = io.BytesIO()
        upright.save(out, "JPEG", quality=quality, optimize=True)
        if out.tell() <= ROOM:
            break
    return base64.b64encode(out.getvalue()).decode("ascii")


def picture_of(text: str) -> bytes:
    """Back from base64.

    Raises:
        InputError: it is none.
    """
    try:
        return base64.b64decode(text, validate=True)
    except (binascii.Error, ValueError):
        raise _refused("this is no base64") from None
