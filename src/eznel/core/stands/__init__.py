"""Each planting in its place: its dates, its plants and their ground, what stood there before."""
