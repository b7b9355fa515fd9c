from django.urls import path

from stathmos.instruments import api

urlpatterns = [
    path("instruments/", api.InstrumentsView.as_view()),
    path("instruments/try/", api.TryView.as_view()),
    path("instruments/<int:number>/", api.InstrumentView.as_view()),
    path("instruments/<int:number>/live/", api.LiveView.as_view()),
    path("rigs/<int:pk>/take/", api.TakeView.as_view()),
]
