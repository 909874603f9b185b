"""The web API: translates between HTTP and services, and serves the built pages."""
