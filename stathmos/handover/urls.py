from django.urls import path

from stathmos.handover.api import CardView, HandOverView

urlpatterns = [
    path("rigs/<int:pk>/handover/", HandOverView.as_view()),
    path("rigs/<int:pk>/cards/<int:number>.pdf", CardView.as_view()),
]
