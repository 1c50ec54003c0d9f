"""The agronomy: pure, and without knowledge of anything outside itself."""
