"""``python -m ergostrut.cli`` as the installed command."""

import sys

from .parser import main

sys.exit(main())
