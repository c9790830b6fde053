"""Where media that several machines share lie, told by an address."""

from typing import Any
from urllib.parse import parse_qs, urlsplit


def s3_storage(address: str) -> dict[str, Any]:
    """Return Django's settings of a store at an address: ``s3://bucket/folder?endpoint=https://...``.

    Raises ``ValueError`` for another address.
    """
    parts = urlsplit(address)
    if parts.scheme != "s3" or not parts.hostname:
        raise ValueError(f"RITORNEL_MEDIA_STORE must be s3://bucket, or s3://bucket/folder?endpoint=..., not {address}")
    asked = {name: values[0] for name, values in parse_qs(parts.query).items()}
    options = {
        "bucket_name": parts.hostname,
        "location": parts.path.strip("/"),
        "file_overwrite": True,
        "default_acl": None,
        "querystring_auth": False,
    }
    if "endpoint" in asked:
        options |= {"endpoint_url": asked["endpoint"], "addressing_style": "path"}
    return {"BACKEND": "storages.backends.s3.S3Storage", "OPTIONS": options}
