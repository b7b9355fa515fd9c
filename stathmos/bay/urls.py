from django.urls import path

from stathmos.bay.api import BayView, ExtensionView

urlpatterns = [
    path("rigs/<int:pk>/bay/", BayView.as_view()),
    path("rigs/<int:pk>/extension/", ExtensionView.as_view()),
]
