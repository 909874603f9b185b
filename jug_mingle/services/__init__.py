"""Use cases: load from the store, ask the core, store. They know no HTTP."""
