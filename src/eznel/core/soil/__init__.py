"""Reading a soil test: classes, supply, pH."""
