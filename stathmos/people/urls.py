from django.urls import path

from stathmos.people import api

urlpatterns = [
    path("session/", api.SessionView.as_view()),
    path("session/password/", api.MyPasswordView.as_view()),
    path("session/name/", api.MyNameView.as_view()),
    path("session/everywhere/", api.EverywhereView.as_view()),
    path("people/", api.PeopleView.as_view()),
    path("people/<int:pk>/", api.PersonView.as_view()),
    path("people/<int:pk>/password/", api.PersonPasswordView.as_view()),
]
