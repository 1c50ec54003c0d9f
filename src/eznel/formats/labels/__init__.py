"""Labels of bags and bottles: from pasted text to a product, each value beside its words."""
