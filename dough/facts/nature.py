"""Constants of nature, each once. Whole numbers of a model are data (data/bake_parameters.csv), not these."""

from __future__ import annotations

#: 0 °C in kelvin.
ZERO_C_K = 273.15
GAS_J_PER_MOL_K = 8.314
#: A standard atmosphere.
ATMOSPHERE_PA = 101325.0
KJ_PER_KCAL = 4.184
