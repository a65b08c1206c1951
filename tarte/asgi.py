"""The ASGI entry that uvicorn serves."""

import os

from django.core.asgi import get_asgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "tarte.settings")
application = get_asgi_application()
