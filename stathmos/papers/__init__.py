"""Paper: `paper` makes one page of PDF, `drawing` draws the rig on it. Fonts lie beside them."""
