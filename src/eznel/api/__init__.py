"""The web: one module per resource, problems in one shape."""
