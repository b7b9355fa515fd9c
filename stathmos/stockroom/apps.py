from django.apps import AppConfig


class StockroomConfig(AppConfig):
    name = "stathmos.stockroom"
