"""The real interface in headless Chromium."""
