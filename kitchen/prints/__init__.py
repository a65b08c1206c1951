"""Sheets to print, as PDF."""
