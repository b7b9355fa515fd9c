"""The first answer, before anybody weighed anything: what the labels alone say, with a range for each figure that nobody read.

`open_figures` says what is open and how far it may be; `rows` puts the rig through the chain of the lot at every corner of those
ranges and at many places between; `answer` says what holds whatever they are, `left` how much may ride in the vehicle, `settles`
which reading would close what is open.
Nothing of it is a verdict: it is never *fit*, and nobody signs it.
"""

from stathmos.core.desk.answer import CANNOT, FITS, HANGS, NOT_ENOUGH, Desk, Span, desk
from stathmos.core.desk.left import Left
from stathmos.core.desk.open_figures import DOES, Open, open_figures
from stathmos.core.desk.settles import Hangs
from stathmos.core.desk.which import Which, which

__all__ = [
    "CANNOT",
    "DOES",
    "FITS",
    "HANGS",
    "NOT_ENOUGH",
    "Desk",
    "Hangs",
    "Left",
    "Open",
    "Span",
    "Which",
    "desk",
    "open_figures",
    "which",
]
