"""What is said at the step where a material can hurt; the label, local rules and licensed trades come
first."""

from typing import Final

RAGS: Final = (
    "Oily rags can heat up by themselves: lay them flat outside to dry, or keep them in a closed metal can."
)
FUMES: Final = "Open the windows while it is wet; keep it off the skin."
FUMES_RAGS: Final = f"{FUMES} {RAGS}"
POWDER: Final = "Do not breathe the powder: stir it in slowly, wear a dust mask."
SPRAY: Final = "Spray outdoors or with a mask made for paint mist, away from flames."
