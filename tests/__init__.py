"""The tests. A machine may be busy: no property is failed for taking its time (speed is `bin/bench`'s to tell)."""

from hypothesis import settings

settings.register_profile("patient", deadline=None)
settings.load_profile("patient")
