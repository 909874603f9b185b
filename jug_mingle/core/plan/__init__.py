"""The plan: from what a piece is and what it shall wear to steps with waits and windows, laid into the hours
there are.

Times in here are whole minutes from the midnight at which a plan begins; calendars and clocks are for the
services.
"""
