"""What leaves and enters: the garden file and its schema, workings and plans as text."""
