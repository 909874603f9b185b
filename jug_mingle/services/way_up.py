"""Which way up a sheet is laid, in words: on the screen and on paper the same."""


def way_up(turn: float, *, mirrored: bool) -> str:
    """Return which way up something is laid, in words."""
    way = {0: "upright", 90: "top to the right", 180: "upside down", 270: "top to the left"}.get(
        round(turn) % 360, f"turned {turn % 360:g}° clockwise"
    )
    return f"{way}, face down (mirrored)" if mirrored else way
