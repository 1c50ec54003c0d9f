"""python -m eznel: the verbs of the command line."""

import sys

from eznel.cli import main

if __name__ == "__main__":
    sys.exit(main())
