"""Trains the recogniser of lines on text that is rendered for it. Start at `train` and `settings.toml`."""
