"""Run the command line: python -m airycrumb."""

import sys

from airycrumb.cli import main

sys.exit(main())
