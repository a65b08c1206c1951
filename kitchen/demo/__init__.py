"""The demo kitchen, as data (lantern_row.json), put in place through the ordinary actions."""
