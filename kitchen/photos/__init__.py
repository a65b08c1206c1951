"""Pictures that come in and are kept, and the camera's stand-in."""
