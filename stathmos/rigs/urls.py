from django.urls import path

from stathmos.rigs import api, beside_api, desk_api, house_preview_api, lot_api, photographs_api, sway_api

urlpatterns = [
    path("rigs/", api.RigsView.as_view()),
    path("rigs/<int:pk>/", api.RigView.as_view()),
    path("rigs/<int:pk>/version/", api.VersionView.as_view()),
    path("rigs/<int:pk>/file/", api.RigFileView.as_view()),
    path("rigs/<int:pk>/sign/", api.SignView.as_view()),
    path("rigs/<int:pk>/history/", api.HistoryView.as_view()),
    path("rigs/<int:pk>/another/", api.AnotherView.as_view()),
    path("rigs/<int:pk>/sway/", sway_api.SwayView.as_view()),
    path("rigs/<int:pk>/waive/", api.WaiveView.as_view()),
    path("rigs/<int:pk>/waive/withdraw/", api.WithdrawWaiverView.as_view()),
    path("rigs/<int:pk>/take-over/", api.TakeOverView.as_view()),
    path("rigs/<int:pk>/photographs/", photographs_api.PhotographsView.as_view()),
    path("rigs/<int:pk>/photographs/<int:number>/", photographs_api.PhotographView.as_view()),
    path("rigs/<int:pk>/parts.csv", api.PartsTableView.as_view()),
    path("compare/", api.CompareView.as_view()),
    path("lot/", lot_api.LotView.as_view()),
    path("lot/reason/", lot_api.ReasonView.as_view()),
    path("house/schools/", house_preview_api.SchoolsView.as_view()),
    path("house/preview/", house_preview_api.HousePreviewView.as_view()),
    path("beside/", beside_api.BesideView.as_view()),
    path("desk/trailers/", desk_api.WhichTrailersView.as_view()),
    path("place/", api.PlaceView.as_view()),
    path("load-kinds/", api.LoadKindsView.as_view()),
    path("working/", api.WorkingView.as_view()),
    path("assess/", api.AssessView.as_view()),
    path("step/", api.StepView.as_view()),
    path("places/", api.PlacesView.as_view()),
    path("fields/", api.FieldsView.as_view()),
]
