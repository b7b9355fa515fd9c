from django.urls import path

from stathmos.catalogue.api import CatalogueView

urlpatterns = [path("catalogue/", CatalogueView.as_view())]
