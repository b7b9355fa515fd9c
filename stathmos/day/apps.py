from django.apps import AppConfig


class DayConfig(AppConfig):
    name = "stathmos.day"

    def ready(self) -> None:
        from stathmos.day import setting_aside  # noqa: F401, hears that a hitch was signed
