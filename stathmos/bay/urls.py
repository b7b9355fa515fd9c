from django.urls import path

from stathmos.bay.api import BayView

urlpatterns = [path("rigs/<int:pk>/bay/", BayView.as_view())]
