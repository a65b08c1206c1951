"""What the model is held against: standard recipes, anchors, trends, and the craft's own effects."""
