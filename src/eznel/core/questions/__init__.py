"""Questions asked before anything is done: sowing, programmes, one blend, scoops, bags, stock."""
