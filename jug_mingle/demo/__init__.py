"""The demo scenario, made by the program's own code: a village lending library and its card-catalogue
cabinet."""
