"""The ASGI entry that uvicorn serves."""

import asyncio
import gc
import logging
import os
import signal
import threading
import warnings
from typing import Any

from django.core.asgi import get_asgi_application

from tarte.door import Receive, Send, guarded

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "tarte.settings")
# The static files middleware streams files synchronously; under ASGI Django says so for every one of them.
warnings.filterwarnings("ignore", message="StreamingHttpResponse must consume synchronous iterators")
_django = get_asgi_application()
log = logging.getLogger("tarte")


async def application(scope: dict[str, Any], receive: Receive, send: Send) -> None:
    """Django, and a line in the log when the server starts and stops (which Django does not hear of)."""
    if scope["type"] != "lifespan":
        await django_application(scope, receive, send)
        return
    keeper, bench, ballots = Keeper(), Bench(), BallotListener(django_application)
    acts = {"startup": (keeper.start, bench.start), "shutdown": (bench.stop, keeper.stop)}
    for step, said in (("startup", "started"), ("shutdown", "stopped")):
        await receive()
        if step == "startup":
            _streams_end_at_a_signal()
        if step == "shutdown":
            await ballots.stop()
        for act in acts[step]:
            await asyncio.to_thread(act)
        if step == "startup":
            ballots.start()
        log.info(said)
        await send({"type": f"lifespan.{step}.complete"})


def _streams_end_at_a_signal() -> None:
    """Streams are told of a stop before the server waits for what is being answered: they never end by themselves."""
    if threading.current_thread() is not threading.main_thread():
        return
    for number in (signal.SIGTERM, signal.SIGINT):
        before = signal.getsignal(number)

        def stopping(signum: int, frame: Any, before: Any = before) -> None:
            ending.set()
            if callable(before):
                before(signum, frame)

        signal.signal(number, stopping)


# Loaded before the first request, so that no cook waits for it.
from dough.bake.batch import warm  # noqa: E402
from kitchen.api.reference.routes import reference_out  # noqa: E402
from kitchen.api.streams import ending  # noqa: E402
from tarte.ballot_calls import ballot_calls  # noqa: E402
from tarte.ballots import BallotListener  # noqa: E402
from tarte.bench import Bench  # noqa: E402
from tarte.keeper import Keeper  # noqa: E402

django_application = guarded(ballot_calls(_django))
warm()
reference_out()
# What is loaded by now stays: the collector need not walk the compiler's many objects between answers.
gc.collect()
gc.freeze()
