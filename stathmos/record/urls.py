from django.urls import path

from stathmos.record import api

urlpatterns = [
    path("rigs/<int:pk>/timeline/", api.TimelineView.as_view()),
    path("rigs/<int:pk>/causes/<slug:symptom>/", api.CausesView.as_view()),
    path("rigs/<int:pk>/again/", api.AgainView.as_view()),
    path("rigs/<int:pk>/record.<str:form>", api.RigRecordView.as_view()),
    path("overview/", api.OverviewView.as_view()),
    path("everything.<str:form>", api.EverythingView.as_view()),
    path("bring-in/", api.BringInView.as_view()),
]
