from django.apps import AppConfig


class InstrumentsConfig(AppConfig):
    name = "stathmos.instruments"
