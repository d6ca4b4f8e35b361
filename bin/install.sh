# What bin/start and bin/test share: checks and installs, each with a clear line where it fails.
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
cd "$root"

fail() {
  printf '%s\n' "$*" >&2
  exit 1
}

need_node() {
  command -v node >/dev/null 2>&1 || fail "Node.js 20 or later is needed and was not found. Install it, then run this again."
  local major
  major=$(node -p 'process.versions.node.split(".")[0]')
  [ "$major" -ge 20 ] || fail "Node.js 20 or later is needed; this is $(node --version)."
}

need_space() {
  local free
  free=$(df -Pm "$root" | awk 'NR==2 {print $4}')
  [ "${free:-9999}" -ge 700 ] || fail "Only ${free} MB are free on the disk of $root; about 700 MB are needed. Free some space and run this again."
}

# install_debian PACKAGE WHY
install_debian() {
  local package=$1 why=$2
  [ "$(id -u)" -eq 0 ] || fail "$why is not installed. Run: sudo apt-get install -y $package"
  command -v apt-get >/dev/null 2>&1 || fail "$why is not installed, and this is not Debian. Install $package, then run this again."
  echo "Installing $package …"
  if [ "$package" = postgresql ] && [ ! -e /etc/postgresql-common/createcluster.conf ]; then
    mkdir -p /etc/postgresql-common
    echo 'create_main_cluster = false' >/etc/postgresql-common/createcluster.conf
  fi
  { DEBIAN_FRONTEND=noninteractive apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends -o Dpkg::Options::=--force-confold "$package"; } >/tmp/zud-apt.log 2>&1 ||
    fail "Installing $package failed: $(tail -n 1 /tmp/zud-apt.log) (the whole of it is in /tmp/zud-apt.log). Check the network and run this again."
}

need_postgresql() {
  ls /usr/lib/postgresql/*/bin/initdb >/dev/null 2>&1 || install_debian postgresql "PostgreSQL"
}

need_prosody() {
  [ -x /usr/bin/prosody ] || install_debian prosody "Prosody"
}

# The server of rooms is a help, not a need: without it there are no rooms.
want_prosody() {
  (need_prosody) || echo "So there are no rooms this time; all else works."
}

need_chromium() {
  [ -x /usr/bin/chromium ] || install_debian chromium "Chromium"
}

# The packages are installed anew when the lock file or Node changes.
need_packages() {
  local stamp=node_modules/.zud-installed wanted
  wanted="$(sha256sum package-lock.json | cut -d' ' -f1) $(node --version)"
  [ "$(cat "$stamp" 2>/dev/null)" = "$wanted" ] && return
  echo "Installing packages …"
  npm ci --no-audit --no-fund >/tmp/zud-npm.log 2>&1 || fail "npm ci failed: $(grep -m1 -i 'err' /tmp/zud-npm.log) (the whole of it is in /tmp/zud-npm.log). Check the network and run this again."
  echo "$wanted" >"$stamp"
}

# Builds what is older than its sources.
need_build() {
  local stamp=server/dist/.built
  if [ -e "$stamp" ] && [ -e web/dist/index.html ] && [ -z "$(find core server web demo tests/bench package-lock.json -newer "$stamp" -type f -not -path '*/dist/*' -not -path '*/node_modules/*' -print -quit)" ]; then return; fi
  echo "Building …"
  npm run build --silent >/tmp/zud-build.log 2>&1 || fail "The build failed: $(tail -n 3 /tmp/zud-build.log) (the whole of it is in /tmp/zud-build.log)."
  touch "$stamp"
}
