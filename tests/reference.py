"""colour-science (BSD-3-Clause), the reference library; it warns on import that it cannot draw."""

import warnings

with warnings.catch_warnings():
    warnings.simplefilter("ignore")
    import colour as reference

__all__ = ["reference"]
