"""Questions asked before anything is done: when to sow, which programme, one blend for a season."""
