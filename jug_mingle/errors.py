"""What can go wrong, as named errors; the API turns each into one status code and one shape."""


class JugMingleError(Exception):
    """Something that a person can put right; the message says what is wrong and what to do."""


class NotFoundError(JugMingleError):
    """There is no such thing (any more)."""


class UnfitError(JugMingleError):
    """What was given cannot be used."""


class ForbiddenError(JugMingleError):
    """Whoever asks may not do this; somebody else may."""


class TooLargeError(JugMingleError):
    """What was given is larger than the program takes."""


class ConflictError(JugMingleError):
    """It contradicts what is there already."""


class ChangedElsewhereError(ConflictError):
    """It was changed, in another window or on another device, since it was last seen."""


class DeviceTroubleError(JugMingleError):
    """A reader or scale does not do what it should."""


class BusyError(JugMingleError):
    """Others are at it at this moment, or the disk does not take it; later it may go."""


class AlreadyDoneError(JugMingleError):
    """This very write, by its key, was made before."""


class DataRefusedError(JugMingleError):
    """A data folder or backup that cannot be opened as it is; it was not touched."""
