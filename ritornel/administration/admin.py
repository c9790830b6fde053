"""What an administrator looks after: people and their room, who may come in, jobs, editions, and the log."""

from typing import Any

from allauth.account.models import EmailAddress
from allauth.usersessions.models import UserSession
from django.contrib import admin, messages
from django.contrib.auth.admin import UserAdmin
from django.contrib.auth.models import Group, User
from django.db.models import QuerySet
from django.http import HttpRequest
from django.template.defaultfilters import filesizeformat
from django.urls import reverse
from django.utils import timezone

from ritornel.accounts.audit import write_down
from ritornel.accounts.models import Admission, Happening, Profile
from ritornel.jobs.models import Job
from ritornel.library.room import room_of, taken_by
from ritornel.publishing.models import Edition
from ritornel.site.mail import send

admin.site.unregister([User, Group])  # as Django registers them


class OwnProfile(admin.StackedInline):
    """Somebody's room and likings, on their page."""

    model = Profile
    fields = ("room_bytes", "wants_notices", "leaves_at")
    can_delete = False


class Addresses(admin.TabularInline):
    """Somebody's addresses; who runs this may confirm one."""

    model = EmailAddress
    extra = 0


@admin.register(User)
class People(UserAdmin):
    """People, and what room they take."""

    list_display = ("username", "email", "last_login", "taken", "room", "is_active", "is_staff")
    list_filter = ("is_active", "is_staff")
    fieldsets = (
        (None, {"fields": ("username", "password")}),
        ("What they may", {"fields": ("is_active", "is_staff", "is_superuser")}),
        ("When", {"fields": ("last_login", "date_joined")}),
    )
    readonly_fields = ("last_login", "date_joined")
    filter_horizontal = ()
    inlines = (Addresses, OwnProfile)
    actions = ("end_sessions",)

    @admin.display(description="Room taken")
    def taken(self, person: User) -> str:
        """Return how much room somebody takes."""
        return filesizeformat(taken_by(person))

    @admin.display(description="of")
    def room(self, person: User) -> str:
        """Return how much room somebody may take."""
        return filesizeformat(room_of(person))

    @admin.action(description="Sign them out everywhere")
    def end_sessions(self, request: HttpRequest, people: QuerySet) -> None:
        """End all sessions of the chosen people."""
        for session in UserSession.objects.filter(user__in=people):
            session.end()
        write_down(request, Happening.What.ACCOUNT, "signed out everywhere: " + ", ".join(p.username for p in people))
        messages.info(request, "They are signed out everywhere.")

    def save_model(self, request: HttpRequest, obj: Any, form: Any, change: bool) -> None:
        """Keep what was changed, and write it down."""
        super().save_model(request, obj, form, change)
        write_down(request, Happening.What.ACCOUNT, f"{obj.get_username()}: {', '.join(form.changed_data)}")

    def delete_model(self, request: HttpRequest, obj: Any) -> None:
        """Delete somebody, and write it down."""
        write_down(request, Happening.What.DELETED, f"the account of {obj.get_username()}")
        super().delete_model(request, obj)

    def delete_queryset(self, request: HttpRequest, queryset: QuerySet) -> None:
        """Delete several people, and write each down."""
        for person in queryset:
            self.delete_model(request, person)


@admin.register(Admission)
class Admissions(admin.ModelAdmin):
    """Who may make an account: a link is sent as soon as an address is kept."""

    list_display = ("address", "made_at", "link")
    fields = ("address",)

    @admin.display(description="their link")
    def link(self, admission: Admission) -> str:
        """Return where the account is made."""
        return reverse("admitted", args=[admission.token])

    def save_model(self, request: HttpRequest, obj: Admission, form: Any, change: bool) -> None:
        """Keep an admission, and send its link."""
        obj.address = obj.address.lower()
        super().save_model(request, obj, form, change)
        link = request.build_absolute_uri(self.link(obj))
        about = {"link": link, "host": request.get_host(), "by": request.user.get_username()}
        if not send(obj.address, "mails/admission.txt", about):
            messages.error(request, f"No mail could be sent to {obj.address}: give them {link}")


class Looked(admin.ModelAdmin):
    """What is looked at, and not changed."""

    def has_add_permission(self, request: HttpRequest) -> bool:
        """Nobody adds any."""
        return False

    def has_change_permission(self, request: HttpRequest, obj: Any = None) -> bool:
        """Nobody changes any."""
        return False

    def has_delete_permission(self, request: HttpRequest, obj: Any = None) -> bool:
        """Nobody deletes any."""
        return False


@admin.register(Job)
class Jobs(Looked):
    """Jobs, and why they failed."""

    list_display = ("kind", "owner", "state", "attempts", "made_at", "ended_at", "why")
    list_filter = ("state", "kind")
    list_select_related = ("owner",)
    ordering = ("-made_at",)

    @admin.display(description="why")
    def why(self, job: Job) -> str:
        """Return the beginning of what a job said at its end."""
        return job.words[:120]


@admin.register(Edition)
class Editions(Looked):
    """Editions, which can be withdrawn; what is in them is not shown here."""

    list_display = ("title", "number", "owner", "made_at", "views", "withdrawn_at")
    list_filter = (("withdrawn_at", admin.EmptyFieldListFilter),)
    list_select_related = ("owner",)
    fields = ("title", "number", "owner", "made_at", "views", "withdrawn_at", "for_invited", "until", "size")
    actions = ("withdraw",)

    @admin.action(description="Withdraw")
    def withdraw(self, request: HttpRequest, editions: QuerySet) -> None:
        """Withdraw the chosen editions."""
        for edition in editions.filter(withdrawn_at=None):
            write_down(request, Happening.What.WITHDREW, f"edition {edition.number} of “{edition.title}”")
        editions.filter(withdrawn_at=None).update(withdrawn_at=timezone.now())
        messages.info(request, "They are withdrawn.")


@admin.register(Happening)
class Log(Looked):
    """The log: who did what, for a year."""

    list_display = ("at", "who", "what", "about", "address")
    list_filter = ("what",)
    search_fields = ("who", "about", "address")
    date_hierarchy = "at"
