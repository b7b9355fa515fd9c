"""All addresses."""

from django.urls import include, path, re_path
from drf_spectacular.views import SpectacularJSONAPIView

from stathmos.day.keeping_api import FeedView
from stathmos.web import pages

handler400 = "stathmos.web.errors.bad_request"
handler403 = "stathmos.web.errors.forbidden"
handler404 = "stathmos.web.errors.not_found"
handler500 = "stathmos.web.errors.failed"

urlpatterns = [
    path("health/", pages.health),
    path("worker.js", pages.worker),
    path("api/schema/", SpectacularJSONAPIView.as_view(), name="schema"),
    path("api/", include("stathmos.people.urls")),
    path("api/", include("stathmos.catalogue.urls")),
    path("api/", include("stathmos.house.urls")),
    path("api/", include("stathmos.rigs.urls")),
    path("api/", include("stathmos.instruments.urls")),
    path("api/", include("stathmos.practice.urls")),
    path("api/", include("stathmos.sale.urls")),
    path("api/", include("stathmos.bay.urls")),
    path("api/", include("stathmos.handover.urls")),
    path("api/", include("stathmos.day.urls")),
    path("api/", include("stathmos.record.urls")),
    path("feeds/<str:key>.ics", FeedView.as_view()),
    re_path(r"^(?!api/|static/|health/|feeds/)(?P<path>.*)$", pages.application),
]
