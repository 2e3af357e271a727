"""What of a document an owner may read: all of it but the firm's own business."""

from lean_year.property.document import Property
from lean_year.property.price import PriceEntry


def for_owner(document: Property) -> Property:
    """The document without what the firm pays, and how it puts its price together."""
    changed = {key: line.model_copy(update={"paid": None}) for key, line in document.parts.changed.items()}
    added = [line.model_copy(update={"paid": None}) for line in document.parts.added]
    parts = document.parts.model_copy(update={"changed": changed, "added": added})
    return document.model_copy(update={"parts": parts, "price": PriceEntry()})
