from django.apps import AppConfig


class HandoverConfig(AppConfig):
    name = "stathmos.handover"
