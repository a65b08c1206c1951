"""The ASGI entry that uvicorn serves."""

import asyncio
import gc
import logging
import os
import warnings
from typing import Any

from django.core.asgi import get_asgi_application

from tarte.door import Receive, Send, guarded

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "tarte.settings")
# The static files middleware streams files synchronously; under ASGI Django says so for every one of them.
warnings.filterwarnings("ignore", message="StreamingHttpResponse must consume synchronous iterators")
django_application = guarded(get_asgi_application())
log = logging.getLogger("tarte")


async def application(scope: dict[str, Any], receive: Receive, send: Send) -> None:
    """Django, and a line in the log when the server starts and stops (which Django does not hear of)."""
    if scope["type"] != "lifespan":
        await django_application(scope, receive, send)
        return
    keeper = Keeper()
    for step, said, act in (("startup", "started", keeper.start), ("shutdown", "stopped", keeper.stop)):
        await receive()
        await asyncio.to_thread(act)
        log.info(said)
        await send({"type": f"lifespan.{step}.complete"})


# Loaded before the first request, so that no cook waits for it.
from dough.bake.batch import warm  # noqa: E402
from kitchen.api.reference.routes import reference_out  # noqa: E402
from tarte.keeper import Keeper  # noqa: E402

warm()
reference_out()
# What is loaded by now stays: the collector need not walk the compiler's many objects between answers.
gc.collect()
gc.freeze()
