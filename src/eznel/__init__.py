"""Eznel: feeding plans for a vegetable garden, from soil test and bag to the next feed."""

import os

# One thread for the mathematics library: our work is many small sums, and a thread that waits in
# it while the process starts another one has hung the application.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
os.environ.setdefault("OMP_NUM_THREADS", "1")
