"""The floor: every live rig as one strip, kept ready; an answer that is old is worked out anew before it is shown."""
