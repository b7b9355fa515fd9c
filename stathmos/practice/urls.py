from django.urls import path

from stathmos.practice import api

urlpatterns = [
    path("practice/", api.PracticesView.as_view()),
    path("practice/assign/", api.AssignView.as_view()),
    path("practice/people/<str:username>/", api.RecordView.as_view()),
    path("rigs/<int:pk>/yard/", api.YardView.as_view()),
    path("rigs/<int:pk>/yard/act/", api.ActView.as_view()),
    path("rigs/<int:pk>/yard/end/", api.EndView.as_view()),
]
