"""Settings, all from the environment; docs/deploy.md lists them.

Without any set, this is the project-local installation that bin/start makes.
"""

import os
import sys
from pathlib import Path
from urllib.parse import quote

import dj_database_url
from django.core.exceptions import ImproperlyConfigured

BASE_DIR = Path(__file__).resolve().parents[2]
VAR = Path(os.environ.get("STATHMOS_VAR", BASE_DIR / "var"))
PRODUCTION = os.environ.get("STATHMOS_PRODUCTION", "") == "1"


def _secret_key() -> str:
    given = os.environ.get("STATHMOS_SECRET_KEY", "")
    if given:
        return given
    if PRODUCTION:
        raise ImproperlyConfigured("STATHMOS_PRODUCTION=1 wants STATHMOS_SECRET_KEY, the same for every web process.")
    kept = VAR / "secret-key"
    # Commands that need no installation (assess a file, check, draw up a schema) run without one.
    return kept.read_text().strip() if kept.is_file() else "not-a-secret-only-for-commands-without-an-installation"


SECRET_KEY = _secret_key()
DEBUG = False
ALLOWED_HOSTS = os.environ.get("STATHMOS_HOSTS", "localhost,127.0.0.1,[::1]").split(",")
CSRF_TRUSTED_ORIGINS = [origin for origin in os.environ.get("STATHMOS_ORIGINS", "").split(",") if origin]

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "rest_framework",
    "drf_spectacular",
    "stathmos.people",
    "stathmos.catalogue",
    "stathmos.stockroom",
    "stathmos.house",
    "stathmos.rigs",
    "stathmos.instruments",
    "stathmos.practice",
    "stathmos.sale",
    "stathmos.bay",
    "stathmos.handover",
    "stathmos.day",
    "stathmos.record",
    "stathmos.demo",
]

MIDDLEWARE = [
    "stathmos.web.middleware.before_anything",
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "stathmos.people.sessions.idle_end",
    "stathmos.web.middleware.headers",
]

ROOT_URLCONF = "stathmos.web.urls"
WSGI_APPLICATION = "stathmos.web.wsgi.application"
AUTH_USER_MODEL = "people.Person"
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"


def _database_url() -> str:
    """The database named, else the project-local one that bin/start runs."""
    given = os.environ.get("STATHMOS_DATABASE_URL")
    if given:
        return given
    kept = VAR / "mariadb" / "password"
    password = f":{quote(kept.read_text().strip())}" if kept.is_file() else ""
    return f"mysql://stathmos{password}@127.0.0.1:{os.environ.get('STATHMOS_DB_PORT', '33307')}/stathmos"


DATABASES = {"default": dj_database_url.parse(_database_url(), conn_max_age=60, conn_health_checks=True)}
DATABASES["default"].setdefault("OPTIONS", {}).update(
    {
        "charset": "utf8mb4",
        "init_command": "SET sql_mode='STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION,NO_ZERO_DATE,NO_ZERO_IN_DATE,ERROR_FOR_DIVISION_BY_ZERO', "
        "default_storage_engine=INNODB, innodb_lock_wait_timeout=5",
        "isolation_level": "read committed",
        "connect_timeout": 5,
    }
)
DATABASES["default"]["TEST"] = {
    "CHARSET": "utf8mb4",
    "COLLATION": "utf8mb4_unicode_ci",
    # two runs at once, each in a database of its own
    "NAME": os.environ.get("STATHMOS_TEST_DATABASE") or None,
}

AUTHENTICATION_BACKENDS = ["stathmos.people.backend.Backend"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 12}},
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]

LANGUAGE_CODE = "en"
USE_I18N = False
TIME_ZONE = os.environ.get("STATHMOS_TIME_ZONE", "UTC")
USE_TZ = True

FRONT_END = BASE_DIR / "frontend" / "dist"
STATIC_URL = "static/"
STATIC_ROOT = VAR / "static"
STATICFILES_DIRS = [FRONT_END] if FRONT_END.is_dir() else []
# The front end's own build already puts a fingerprint into every file name.
WHITENOISE_IMMUTABLE_FILE_TEST = r"^.*/assets/.+-[0-9A-Za-z_-]{8}\..+$"
STORAGES = {"staticfiles": {"BACKEND": "whitenoise.storage.CompressedStaticFilesStorage"}}
WHITENOISE_USE_FINDERS = "test" in sys.argv

REST_FRAMEWORK = {
    "DEFAULT_AUTHENTICATION_CLASSES": ["rest_framework.authentication.SessionAuthentication"],
    "DEFAULT_PERMISSION_CLASSES": ["stathmos.people.permissions.AtWork"],
    "DEFAULT_RENDERER_CLASSES": ["stathmos.web.renderers.Json"],
    "DEFAULT_PARSER_CLASSES": ["stathmos.web.parsers.Json"],
    "DEFAULT_SCHEMA_CLASS": "drf_spectacular.openapi.AutoSchema",
    "EXCEPTION_HANDLER": "stathmos.web.errors.handle",
}
SPECTACULAR_SETTINGS = {
    "TITLE": "Stathmos",
    "VERSION": "1",
    "SERVE_PERMISSIONS": ["stathmos.people.permissions.AtWork"],
    "COMPONENT_SPLIT_REQUEST": True,
    "POSTPROCESSING_HOOKS": ["drf_spectacular.hooks.postprocess_schema_enums", "stathmos.web.schema.refusals"],
    "ENUM_NAME_OVERRIDES": {
        "JobKindEnum": "stathmos.day.shapes.JOB_KINDS",
        "PlaceKindEnum": "stathmos.day.shapes.PLACE_KINDS",
        "PartKindEnum": "stathmos.day.shapes.PART_KINDS",
        "JobActEnum": "stathmos.day.shapes.JOB_ACTS",
        "PartActEnum": "stathmos.day.shapes.PART_ACTS",
        "JobConflictEnum": "stathmos.core.day.board.ORDER",
        "SlotWhyEnum": "stathmos.core.day.slots.WHYS",
        "BeforeEnum": "stathmos.day.shapes.BEFORE_KEYS",
        "JobStateEnum": "stathmos.day.models.Job.State",
        "ProvenanceEnum": "stathmos.catalogue.shapes.PROVENANCES",
        "LinkStateEnum": "stathmos.rigs.shapes.LINK_STATES",
        "PartStateEnum": "stathmos.rigs.shapes.PART_STATES",
        "VerdictStateEnum": "stathmos.core.finding.ORDER",
        "ShareStateEnum": "stathmos.rigs.shapes.SHARE_STATES",
        "SignatureStateEnum": "stathmos.rigs.shapes.SIGNATURE_STATES",
        "CarrierEnum": "stathmos.rigs.shapes.CARRIERS",
        "LoadWhenEnum": "stathmos.rigs.shapes.LOAD_WHEN",
        "StationEnum": "stathmos.core.signing.STATIONS",
        "ProvisionalEnum": "stathmos.rigs.shapes.PROVISIONAL",
        "DeskStationEnum": "stathmos.rigs.shapes.DESK",
        "UnitSystemEnum": "stathmos.core.units.SYSTEMS",
        "InstrumentKindEnum": "stathmos.instruments.api.INSTRUMENT_KINDS",
        "InstrumentUnitEnum": "stathmos.instruments.models.UNITS",
        "PersonRoleEnum": "stathmos.people.models.Person.Role",
    },
}
DATA_UPLOAD_MAX_MEMORY_SIZE = 1_000_000
#: and at these addresses more, in bytes: a whole record
MOST_BYTES_OF = {"/api/bring-in/": 61_000_000}

#: how many of our own proxies stand in front and add to X-Forwarded-For: without one, what it says is anybody's word
PROXIES = int(os.environ.get("STATHMOS_PROXIES", "1" if PRODUCTION else "0"))
#: after so many minutes without a request a session ends; a bay tablet's after a shift
IDLE_MINUTES = {
    role: int(os.environ.get(f"STATHMOS_IDLE_{role.upper()}", minutes))
    for role, minutes in (("advisor", 120), ("technician", 600), ("manager", 60))
}
#: and after so many hours however it is used
SESSION_HOURS = int(os.environ.get("STATHMOS_SESSION_HOURS", "14"))
CSRF_FAILURE_VIEW = "stathmos.web.errors.without_the_token"
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SAMESITE = "Lax"
X_FRAME_OPTIONS = "DENY"
if PRODUCTION:
    SECURE_SSL_REDIRECT = os.environ.get("STATHMOS_SSL_REDIRECT", "1") == "1"
    SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
    SECURE_HSTS_SECONDS = 31_536_000
    SECURE_HSTS_INCLUDE_SUBDOMAINS = True
    SECURE_HSTS_PRELOAD = True
    SESSION_COOKIE_SECURE = True
    CSRF_COOKIE_SECURE = True

TEST_RUNNER = "tests.runner.Runner"

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"plain": {"format": "{asctime} {levelname} {name}: {message}", "style": "{"}},
    "handlers": {
        "console": {"class": "logging.StreamHandler", "formatter": "plain"},
        "file": {
            "class": "stathmos.web.logs.InItsFolder",
            "formatter": "plain",
            "filename": VAR / "log" / "application.log",
            "delay": True,
        },
    },
    "root": {"handlers": ["console"] if "test" in sys.argv else ["console", "file"], "level": "WARNING"},
    # A figure that cannot be read, a stale write: answered in words, not news for the log.
    "loggers": {"django.request": {"level": "ERROR"}, "django.security.DisallowedHost": {"level": "CRITICAL"}},
}
