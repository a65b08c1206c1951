"""The oven: one bake case in, one forecast out (see contract.py)."""
