"""The addresses of rehearsing."""

from django.urls import path

from ritornel.takes import companion_views, compare_views, passage_views, views

app_name = "takes"
urlpatterns = [
    path("shows/<uuid:show_id>/lectern", views.lectern, name="lectern"),
    path("shows/<uuid:show_id>/record", views.record, name="record"),
    path("shows/<uuid:show_id>/beside", views.beside, name="beside"),
    path("shows/<uuid:show_id>/stage", views.stage, name="stage"),
    path("shows/<uuid:show_id>/takes", views.takes, name="keep"),
    path("shows/<uuid:show_id>/takes/apply", compare_views.apply_several, name="apply-several"),
    path("shows/<uuid:show_id>/takes/last", views.last, name="last"),
    path("shows/<uuid:show_id>/runs", passage_views.begin, name="begin-run"),
    path("shows/<uuid:show_id>/runs/<uuid:name>", passage_views.run, name="run"),
    path("shows/<uuid:show_id>/passages", passage_views.ledger, name="ledger"),
    path("shows/<uuid:show_id>/passages/chosen", passage_views.chosen, name="chosen"),
    path("shows/<uuid:show_id>/passages/<int:number>", passage_views.passage, name="passage"),
    path("shows/<uuid:show_id>/companions", companion_views.companions, name="companions"),
    path("shows/<uuid:show_id>/companions/beat", companion_views.beat, name="beat"),
    path("shows/<uuid:show_id>/companions/<str:code>", companion_views.companion, name="companion"),
    path("with", companion_views.join, name="join"),
    path("with/<str:code>", companion_views.device, name="device"),
    path("with/<str:code>/state", companion_views.device_state, name="device-state"),
    path("with/<str:code>/order", companion_views.device_order, name="device-order"),
    path("with/<str:code>/pictures/<path:slide>", companion_views.device_picture, name="device-picture"),
    path("takes/<int:take_id>", views.take, name="take"),
    path("takes/<int:take_id>/change", compare_views.change, name="change"),
    path("takes/<int:take_id>/ink", views.keep_ink, name="keep-ink"),
    path("takes/<int:take_id>/apply", views.apply, name="apply"),
]
