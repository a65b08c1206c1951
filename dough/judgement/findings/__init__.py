"""Findings on a formula: what stands out, why it matters, how sure that is, and what would mend it.

``signs`` are figures out of their usual range and faults that no figure shows; ``causes`` puts signs of one cause
together; ``remedies`` tries what would mend it and keeps what does. Findings explain; they never block.
"""
