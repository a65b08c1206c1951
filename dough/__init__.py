"""The craft and the science of creamed butter doughs.

Pure and deterministic: no web, no database, no clock, no chance, no files beyond its own tables.
Masses are grams, temperatures °C, lengths millimetres, times minutes unless a name says otherwise.
"""
