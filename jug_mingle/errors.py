"""What can go wrong, as named errors; the API turns each into one status code and one shape."""


class JugMingleError(Exception):
    """Something that a person can put right; the message says what is wrong and what to do."""


class NotFoundError(JugMingleError):
    """There is no such thing (any more)."""


class UnfitError(JugMingleError):
    """What was given cannot be used."""


class TooLargeError(JugMingleError):
    """What was given is larger than the program takes."""


class ConflictError(JugMingleError):
    """It contradicts what is there already."""


class DeviceTroubleError(JugMingleError):
    """A reader or scale does not do what it should."""
