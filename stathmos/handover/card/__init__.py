"""The glovebox card on paper: `page` writes it, `drawing` draws the rig on it. Fonts lie beside them."""
