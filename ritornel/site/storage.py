"""Static files in production: compressed, and named by their content, so that no browser asks again for what it has."""

from whitenoise.storage import CompressedManifestStaticFilesStorage


class NamedByContent(CompressedManifestStaticFilesStorage):
    """Also what modules import is named by its content."""

    support_js_module_import_aggregation = True
