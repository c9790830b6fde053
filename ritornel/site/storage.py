"""Static files in production: compressed, and named by their content, so that no browser asks again for what it has."""

from whitenoise.storage import CompressedManifestStaticFilesStorage


class NamedByContent(CompressedManifestStaticFilesStorage):
    """Also what modules import is named by its content."""

    support_js_module_import_aggregation = True
    max_post_process_passes = 30  # a name goes up through all that import it, one step in each pass
