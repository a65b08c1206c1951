"""Scales, probes and ovens behind one interface: lines of text come in, readings go out. Real ones over a serial line,
and stand-ins that ship and pass through the same reader."""
