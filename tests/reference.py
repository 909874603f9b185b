"""colour-science (BSD-3-Clause), the reference library, without its drawing, which takes longest to load."""

import sys
import warnings

with warnings.catch_warnings():
    warnings.simplefilter("ignore")  # it warns that it cannot draw
    sys.modules["matplotlib"] = None  # type: ignore[assignment]
    import colour as reference

    del sys.modules["matplotlib"]

__all__ = ["reference"]
