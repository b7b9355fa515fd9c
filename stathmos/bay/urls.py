from django.urls import path

from stathmos.bay.api import BayView, ExtensionView
from stathmos.bay.round_api import RoundView

urlpatterns = [
    path("rigs/<int:pk>/bay/", BayView.as_view()),
    path("rigs/<int:pk>/round/", RoundView.as_view()),
    path("rigs/<int:pk>/extension/", ExtensionView.as_view()),
]
