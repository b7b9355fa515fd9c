from django.apps import AppConfig


class RigsConfig(AppConfig):
    name = "stathmos.rigs"
