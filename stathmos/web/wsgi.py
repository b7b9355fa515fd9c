"""What gunicorn runs."""

import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "stathmos.web.settings")
application = get_wsgi_application()

from stathmos.web.warm import warm_up  # noqa: E402  # models can be read from here on

warm_up()
