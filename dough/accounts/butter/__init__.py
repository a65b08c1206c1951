"""Butter and other fats before the oven: how solid, how much air, in what state of crystals."""
