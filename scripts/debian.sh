#!/usr/bin/env bash
# Debian packages this project needs: installed when root, named when not.
set -eu
missing=()
ls /usr/lib/postgresql/*/bin/initdb >/dev/null 2>&1 || missing+=(postgresql)
# The browser without its windows: what drives the pages in tests and takes the pictures.
command -v chromium-headless-shell >/dev/null 2>&1 || missing+=(chromium-headless-shell)
python3 -c 'import ensurepip, venv' 2>/dev/null || missing+=(python3-venv)
command -v node >/dev/null 2>&1 || { echo "Node.js 20 is missing: install it, then run this again." >&2; exit 1; }
command -v npm >/dev/null 2>&1 || missing+=(npm)
python3 -c 'import sys; sys.exit(sys.version_info[:2] != (3, 11))' || { echo "Python 3.11 is needed (Debian 12's own); $(python3 --version) is first on the path." >&2; exit 1; }
[ ${#missing[@]} -eq 0 ] && exit 0
if [ "$(id -u)" -ne 0 ]; then
  echo "These Debian packages are missing: ${missing[*]}. Install them (apt-get install ${missing[*]}) and run this again." >&2
  exit 1
fi
echo "Installing ${missing[*]} from Debian…"
export DEBIAN_FRONTEND=noninteractive
# The package would make and start a cluster of its own on 5432; ours is private.
mkdir -p /etc/postgresql-common
[ -e /etc/postgresql-common/createcluster.conf ] || echo "create_main_cluster = false" > /etc/postgresql-common/createcluster.conf
apt-get update -qq
apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null
