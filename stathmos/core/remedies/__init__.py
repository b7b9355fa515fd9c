"""What to do about a link that is over: the plainest in a sentence, and all that help, tried on the rig."""

from stathmos.core.remedies.advice import Remedy, advise
from stathmos.core.remedies.plainest import remedy

__all__ = ["Remedy", "advise", "remedy"]
