from django.urls import path

from stathmos.sale.api import QuoteView, SheetsView, SheetView

urlpatterns = [
    path("rigs/<int:pk>/sheets/", SheetsView.as_view()),
    path("rigs/<int:pk>/quote/", QuoteView.as_view()),
    path("rigs/<int:pk>/sheets/<int:number>.pdf", SheetView.as_view()),
]
