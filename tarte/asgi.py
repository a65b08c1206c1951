"""The ASGI entry that uvicorn serves."""

import atexit
import gc
import logging
import os
import warnings

from django.core.asgi import get_asgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "tarte.settings")
# The static files middleware streams files synchronously; under ASGI Django says so for every one of them.
warnings.filterwarnings("ignore", message="StreamingHttpResponse must consume synchronous iterators")
application = get_asgi_application()

# Loaded before the first request, so that no cook waits for it.
from dough.bake.batch import warm  # noqa: E402
from kitchen.api.reference.routes import reference_out  # noqa: E402

warm()
reference_out()
# What is loaded by now stays: the collector need not walk the compiler's many objects between answers.
gc.collect()
gc.freeze()

log = logging.getLogger("tarte")
log.info("started")
atexit.register(log.info, "stopped")
