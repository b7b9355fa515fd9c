from django.apps import AppConfig


class HouseConfig(AppConfig):
    name = "stathmos.house"
