"""What tests of several supplies ask of the API."""

import uuid


def changed(client, property_id, base, operations, supply=None):
    return client.post(
        f"/api/properties/{property_id}/edits",
        params={} if supply is None else {"supply": supply},
        json={"base_revision": base, "edit_id": str(uuid.uuid4()), "label": "Changed", "operations": operations},
    )


def seen(client, property_id, supply=None):
    params = {} if supply is None else {"supply": supply}
    return client.get(f"/api/properties/{property_id}", params=params).json()
