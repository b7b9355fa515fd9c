"""What an instrument shows now, wherever it is: looked at by the server itself, or as its agent told last."""

from __future__ import annotations

import datetime

from django.utils import timezone

from stathmos.core.instruments import Shown
from stathmos.instruments.link import address_of, look, why
from stathmos.instruments.models import InstrumentRevision, Seen

LOST = "lost"
#: an agent that told nothing for so long is lost
PATIENCE = datetime.timedelta(seconds=3)


def shown_now(one: InstrumentRevision) -> tuple[Shown, str]:
    """What it shows, and why nothing may be taken of it; that is empty where something may."""
    if not one.agent:
        shown = look(one.known, address_of(one.address))
        return shown, why(shown.state)
    seen = Seen.objects.filter(number=one.number, agent__name=one.agent, agent__revoked_at=None).first()
    if seen is None or timezone.now() - seen.at > PATIENCE:
        since = "" if seen is None else f" since {timezone.localtime(seen.at):%H:%M:%S}"
        return Shown(
            state=LOST
        ), f"Its agent “{one.agent}” tells nothing{since}: is that machine on, and on the network?"
    shown = Shown(state=seen.state, value=seen.value, net=seen.net, tare=seen.tare)
    return shown, why(shown.state)
