"""What a cook may ask that no sheet carries: other hours, other wrappers, other settings, keeping."""
