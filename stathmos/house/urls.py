from django.urls import path

from stathmos.house import api

urlpatterns = [path("house/", api.HouseView.as_view()), path("house/dealer/", api.DealerView.as_view())]
