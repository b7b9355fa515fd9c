from django.urls import path

from stathmos.instruments import agent_api, api

urlpatterns = [
    path("instruments/", api.InstrumentsView.as_view()),
    path("instruments/try/", api.TryView.as_view()),
    path("instruments/agents/", agent_api.LetInView.as_view()),
    path("instruments/agents/shut-out/", agent_api.ShutOutView.as_view()),
    path("agent/", agent_api.AgentView.as_view()),
    path("instruments/<int:number>/", api.InstrumentView.as_view()),
    path("instruments/<int:number>/live/", api.LiveView.as_view()),
    path("instruments/<int:number>/heard/", api.HeardView.as_view()),
    path("rigs/<int:pk>/take/", api.TakeView.as_view()),
]
