"""What is remembered and who may see it: models, actions (one verb each), a thin API."""
