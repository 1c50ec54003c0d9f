"""How fast the application is: every row of the speed table, measured anew."""
