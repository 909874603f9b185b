"""Events over HTTP: routes and schemas."""
