# Shared by the commands in bin/: a virtual environment from the lock file, made anew when the lock changes.
# Sourced, not run. Sets $python.

root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
cd "$root" || exit 1
venv=${RITORNEL_VENV:-$root/.venv}
python=$venv/bin/python

fail() { echo "ritornel: $*" >&2; exit 1; }

as_root() { if [ "$(id -u)" = 0 ]; then "$@"; elif command -v sudo >/dev/null; then sudo -n "$@"; else return 1; fi; }

# install_debian PACKAGE...: through apt, or fail with words.
install_debian() {
  command -v apt-get >/dev/null || fail "$* is needed and this is no Debian; install it by hand and start again"
  echo "Installing $* ..."
  local try
  for try in 1 2 3; do
    as_root apt-get update -qq >/dev/null 2>&1 || true
    as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@" >/dev/null 2>&1 && return
    [ "$try" = 3 ] || sleep 10 # another apt may be at work
  done
  fail "$* could not be installed; run as root: apt-get install $*"
}

find_python() {
  local name
  for name in python3.13 python3.12 python3.11 python3; do
    command -v "$name" >/dev/null && "$name" -c 'import sys; sys.exit(sys.version_info < (3, 11))' 2>/dev/null && { echo "$name"; return; }
  done
  fail "Python 3.11 or newer is needed; on Debian 12 or newer: apt-get install python3"
}

# setup LOCK_FILE: the environment holds exactly what the lock file says, hashes checked.
setup() {
  local lock=$1 base stamp
  base=$(find_python) || exit 1
  stamp=$venv/.$(basename "$lock").$(sha256sum "$lock" | cut -c1-16)
  [ -f "$stamp" ] && return
  echo "Installing Python packages (once) ..."
  if [ ! -x "$python" ]; then
    "$base" -m venv "$venv" 2>/dev/null || { rm -rf "$venv"; install_debian python3-venv; "$base" -m venv "$venv" || fail "no virtual environment could be made"; }
  fi
  "$python" -m pip install -q --disable-pip-version-check --require-hashes -r "$lock" || fail "the packages could not be installed; is a package index reachable?"
  touch "$stamp"
}

# The npm packages from their lock file.
ensure_page_parts() {
  local stamp
  stamp=node_modules/.$(sha256sum package-lock.json | cut -c1-16)
  [ -f "$stamp" ] && return
  echo "Installing page parts (once) ..."
  npm install --no-save --no-fund --no-audit --ignore-scripts --loglevel=error >/dev/null || fail "the npm packages could not be installed; is the npm registry reachable?"
  touch "$stamp"
}
