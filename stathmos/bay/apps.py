from django.apps import AppConfig


class BayConfig(AppConfig):
    name = "stathmos.bay"
