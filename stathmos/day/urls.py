from django.urls import path

from stathmos.day import api, keeping_api, shelf_api

urlpatterns = [
    path("day/", api.BoardView.as_view()),
    path("day/plan/", api.PlanView.as_view()),
    path("day/take/", api.TakePlanView.as_view()),
    path("day/proposals/", api.ProposalsView.as_view()),
    path("day/morning/", api.MorningView.as_view()),
    path("day/keeping/", keeping_api.KeepingView.as_view()),
    path("day/hours/", keeping_api.HoursView.as_view()),
    path("day/away/", keeping_api.AwayView.as_view()),
    path("day/away/<int:pk>/back/", keeping_api.TakeBackAwayView.as_view()),
    path("day/places/", keeping_api.PlacesView.as_view()),
    path("day/feeds/", keeping_api.FeedsView.as_view()),
    path("day/feeds/<int:pk>/revoke/", keeping_api.RevokeFeedView.as_view()),
    path("day/recalls/", keeping_api.RecallsView.as_view()),
    path("day/calendar.ics", keeping_api.CalendarView.as_view()),
    path("jobs/", api.JobsView.as_view()),
    path("jobs/<int:pk>/", api.JobView.as_view()),
    path("jobs/<int:pk>/place/", api.PlaceJobView.as_view()),
    path("jobs/<int:pk>/do/", api.DoJobView.as_view()),
    path("jobs/<int:pk>/slot/", api.SlotView.as_view()),
    path("jobs/<int:pk>/picking.csv", api.PickingView.as_view()),
    path("jobs/<int:pk>/letter.pdf", api.LetterView.as_view()),
    path("shelf/", shelf_api.ShelfView.as_view()),
    path("shelf/orders.csv", shelf_api.OrdersView.as_view()),
    path("shelf/<str:kind>/<path:name>/history/", shelf_api.PartHistoryView.as_view()),
    path("rigs/<int:pk>/parts/", shelf_api.RigPartsView.as_view()),
]
