"""Files in and out: open formats, decoded and checked at the gate."""
