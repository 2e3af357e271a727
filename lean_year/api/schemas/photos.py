"""What is said of a photo that was kept."""

from pydantic import BaseModel


class KeptPhoto(BaseModel):
    """A picture as it is kept: upright, resized, nothing in it but the picture."""

    width_px: int
    height_px: int
    size_bytes: int
