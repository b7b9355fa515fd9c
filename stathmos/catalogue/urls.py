from django.urls import path

from stathmos.catalogue import api

urlpatterns = [
    path("catalogue/", api.OnOfferView.as_view()),
    path("catalogue/kinds/", api.KindsView.as_view()),
    path("catalogue/<str:kind>/", api.ItemsView.as_view()),
    path("catalogue/<str:kind>/picks/", api.PicksView.as_view()),
    path("catalogue/<str:kind>/csv/", api.TableView.as_view()),
    path("catalogue/<str:kind>/<int:pk>/", api.ItemView.as_view()),
    path("catalogue/<str:kind>/<int:pk>/retire/", api.RetireView.as_view()),
    path("catalogue/<str:kind>/<int:pk>/drawing/", api.DrawingView.as_view()),
    path("catalogue/<str:kind>/<int:pk>/history/", api.ItemHistoryView.as_view()),
]
