from django.urls import path

from stathmos.people.api import SessionView

urlpatterns = [path("session/", SessionView.as_view())]
