"""One file per verb that changes something. Each action is one transaction: ``Action(...).execute()``.

An action checks permission and rule itself, so that an API, a command and a test call it the same way.
The time comes in as an argument.
"""
