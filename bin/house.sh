# Shared by the commands in bin/. Not run by itself: each command sources it.
# Everything the application makes at run time lies under var/ (STATHMOS_VAR).

set -euo pipefail
HOUSE=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
cd "$HOUSE"
VAR=${STATHMOS_VAR:-$HOUSE/var}
export STATHMOS_VAR=$VAR
# Debian's own Python, where there is one: it is built optimised.
PYTHON=${STATHMOS_PYTHON:-$([ -x /usr/bin/python3 ] && echo /usr/bin/python3 || echo python3)}
BIN=$HOUSE/.venv/bin
PATH=$PATH:/usr/sbin:/sbin  # where Debian puts the database server

# One worker more than there are cores; each loads nothing that the first did not.
SERVING=(--workers "${STATHMOS_WORKERS:-$(($(nproc) + 1))}" --threads 2 --preload)

say() { printf '%s\n' "$*"; }
stop_with() { printf 'stathmos: %s\n' "$*" >&2; exit 1; }

# What every command stands on; Debian's own Python parts its headers and venv from itself.
BASE_PACKAGES=(gcc libc6-dev libmariadb-dev pkg-config libpango-1.0-0 libpangoft2-1.0-0 libharfbuzz-subset0)
case $(readlink -f "$(command -v "$PYTHON" || true)") in
  /usr/bin/*) BASE_PACKAGES+=(python3-venv python3-dev) ;;
esac

# need_packages PACKAGE… : Debian packages, installed as root or by sudo, else named.
need_packages() {
  local missing=() package
  for package in "$@"; do
    dpkg-query -W -f='${Status}' "$package" 2>/dev/null | grep -q 'ok installed' || missing+=("$package")
  done
  [ ${#missing[@]} -eq 0 ] && return 0
  local as_root=()
  if [ "$(id -u)" -ne 0 ]; then
    sudo -n true 2>/dev/null || stop_with "these Debian packages are wanting; install them, then start again: ${missing[*]}"
    as_root=(sudo -n)
  fi
  say "Installing Debian packages: ${missing[*]}"
  { "${as_root[@]}" apt-get update -q &&
    "${as_root[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -q -y --no-install-recommends "${missing[@]}"; } \
    > "$VAR/log/packages.log" 2>&1 || stop_with "the Debian packages could not be installed; see $VAR/log/packages.log"
}

# need_var: the folder for everything made at run time, writable and with room.
need_var() {
  mkdir -p "$VAR/log" "$VAR/run" 2>/dev/null || stop_with "cannot write to $VAR: make it writable, or set STATHMOS_VAR to a folder that is."
  ( : > "$VAR/run/.try" ) 2>/dev/null || stop_with "cannot write to $VAR: it is read-only or full. Make room or set STATHMOS_VAR to another folder."
  rm -f "$VAR/run/.try"
  local free
  free=$(df -Pm "$VAR" | awk 'NR==2 {print $4}')
  [ "${free:-0}" -ge "${STATHMOS_LEAST_MB:-300}" ] || stop_with "only ${free} MB are free under $VAR; ${STATHMOS_LEAST_MB:-300} MB are wanted."
}

# done_before NAME FILES… : whether what NAME stands for was done for these very files; `mark_done` says so afterwards.
_print_of() { cat "$@" | sha256sum | cut -d' ' -f1; }
# The marks lie in the virtual environment: with it everything is done anew.
done_before() { local name=$1; shift; [ "$(cat "$HOUSE/.venv/done-$name" 2>/dev/null)" = "$(_print_of "$@")" ]; }
mark_done() { local name=$1; shift; _print_of "$@" > "$HOUSE/.venv/done-$name"; }

# need_python REQUIREMENTS : the virtual environment with exactly these packages.
need_python() {
  "$PYTHON" -c 'import sys; sys.exit(sys.version_info < (3, 11))' 2>/dev/null || stop_with "Python 3.11 or newer is wanted ($PYTHON)."
  [ -x "$BIN/python" ] && done_before "$1" "$1" && return 0
  say "Installing Python packages ($1)"
  { [ -x "$BIN/python" ] || "$PYTHON" -m venv "$HOUSE/.venv"; } > "$VAR/log/python.log" 2>&1 &&
    "$BIN/python" -m pip install -q --require-hashes -r "$1" >> "$VAR/log/python.log" 2>&1 || stop_with "the Python packages could not be installed; see $VAR/log/python.log"
  mark_done "$1" "$1"
}

# need_node_packages, need_front_end: npm packages as locked, and the built page.
need_node_packages() {
  command -v npm > /dev/null || stop_with "Node 20 with npm is wanted."
  [ -d frontend/node_modules ] && done_before npm frontend/package-lock.json && return 0
  say "Installing npm packages"
  (cd frontend && npm ci --no-audit --no-fund) > "$VAR/log/npm.log" 2>&1 || stop_with "the npm packages could not be installed; see $VAR/log/npm.log"
  mark_done npm frontend/package-lock.json
}
need_front_end() {
  local sources
  mapfile -t sources < <(find frontend/src frontend/index.html frontend/package-lock.json frontend/vite.config.ts -type f | sort)
  if [ ! -f frontend/dist/index.html ] || ! done_before front-end "${sources[@]}"; then
    need_node_packages
    say "Building the front end"
    (cd frontend && npm run --silent build) > "$VAR/log/front-end.log" 2>&1 || stop_with "the front end could not be built; see $VAR/log/front-end.log"
    mark_done front-end "${sources[@]}"
  fi
}

port_is_free() { # PORT
  "$BIN/python" - "$1" <<'PY'
import socket, sys
with socket.socket() as tried:
    tried.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        tried.bind(("127.0.0.1", int(sys.argv[1])))
    except OSError:
        sys.exit(1)
PY
}
need_free_port() { # PORT WHAT SETTING
  port_is_free "$1" || stop_with "port $1, wanted for the $2, is taken by another program. Free it, or set $3 to another."
}

# start_database FOLDER PORT [OPTIONS…] : a MariaDB server of this project's own, on loopback. Sets DATABASE_PID.
start_database() {
  local folder=$1 port=$2; shift 2
  local data=$folder/data socket=$folder/socket
  [ ${#socket} -lt 100 ] || socket=$(mktemp -d /tmp/stathmos-XXXXXX)/socket
  mkdir -p "$folder/tmp"
  [ -s "$folder/password" ] || (umask 077; "$BIN/python" -c 'import secrets; print(secrets.token_urlsafe(24))' > "$folder/password")
  if [ ! -f "$data/.made" ]; then
    say "Making a database folder"
    rm -rf "$data"
    mariadb-install-db --no-defaults --auth-root-authentication-method=socket --skip-test-db --datadir="$data" --user="$(id -un)" \
      > "$folder/install.log" 2>&1 || stop_with "the database folder could not be made; see $folder/install.log"
    touch "$data/.made"
  fi
  (umask 077; cat > "$folder/first.sql" <<SQL
CREATE DATABASE IF NOT EXISTS stathmos CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
CREATE USER IF NOT EXISTS stathmos@'127.0.0.1' IDENTIFIED BY '$(cat "$folder/password")';
CREATE USER IF NOT EXISTS stathmos@localhost IDENTIFIED BY '$(cat "$folder/password")';
GRANT ALL ON stathmos.* TO stathmos@'127.0.0.1', stathmos@localhost;
GRANT ALL ON \`stathmos\\_%\`.* TO stathmos@'127.0.0.1', stathmos@localhost;
GRANT ALL ON \`test\\_stathmos%\`.* TO stathmos@'127.0.0.1', stathmos@localhost;
SQL
  )
  rm -f "$socket"
  setsid mariadbd --no-defaults --datadir="$data" --bind-address=127.0.0.1 --port="$port" --socket="$socket" --user="$(id -un)" \
    --tmpdir="$folder/tmp" --pid-file="$folder/pid" --init-file="$folder/first.sql" --character-set-server=utf8mb4 --collation-server=utf8mb4_unicode_ci \
    --sql-mode=STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION "$@" > "$folder/server.log" 2>&1 9>&- < /dev/null &
  DATABASE_PID=$!
  export STATHMOS_DATABASE_URL="mysql://stathmos:$(cat "$folder/password")@127.0.0.1:$port/stathmos"
  local tries
  for tries in $(seq 300); do
    mariadb --no-defaults --protocol=tcp -h127.0.0.1 -P"$port" -ustathmos -p"$(cat "$folder/password")" -e 'SELECT 1' stathmos > /dev/null 2>&1 && return 0
    kill -0 "$DATABASE_PID" 2>/dev/null || break
    sleep 0.1
  done
  stop_with "the database did not start; the last of its log: $(tail -n 3 "$folder/server.log" | tr '\n' ' ')"
}

stop_process() { # PID
  [ -n "${1:-}" ] && kill -0 "$1" 2>/dev/null || return 0
  kill -TERM "$1" 2>/dev/null || true
  local tries
  for tries in $(seq 150); do kill -0 "$1" 2>/dev/null || return 0; sleep 0.1; done
  kill -KILL "$1" 2>/dev/null || true
}

# stop_leftover PIDFILE NAME : a server that a start killed outright left running.
stop_leftover() {
  local pid
  pid=$(cat "$1" 2>/dev/null || true)
  if [ -n "$pid" ] && [ -r "/proc/$pid/cmdline" ] && tr '\0' ' ' < "/proc/$pid/cmdline" | grep -q -- "$2"; then
    say "Stopping a $3 left over from an earlier start"
    stop_process "$pid"
  fi
  rm -f "$1"
}

free_port() { "$BIN/python" -c 'import socket; s = socket.socket(); s.bind(("127.0.0.1", 0)); print(s.getsockname()[1])'; }

# serve_demo NAME : for the time of one command, a server of its own on the demo data. Sets DEMO_ADDRESS.
serve_demo() {
  SERVED=$(mktemp -d "$VAR/run/$1-XXXXXX")
  DATABASE_PID= WEB_PID=
  trap 'trap "" INT TERM; stop_process "$WEB_PID"; stop_process "$DATABASE_PID"; rm -rf "$SERVED"' EXIT
  trap 'exit 130' INT TERM
  start_database "$SERVED" "$(free_port)"
  export STATHMOS_SECRET_KEY=only-for-this-command-0123456789-abcdefghijklmnopqrstuvwxyz
  local verb
  for verb in "migrate --noinput" "collectstatic --noinput --clear" load_demo; do
    # shellcheck disable=SC2086  # a verb and its options
    "$BIN/python" manage.py $verb >> "$SERVED/setup.log" 2>&1 || stop_with "$verb failed: $(tail -n 3 "$SERVED/setup.log" | tr '\n' ' ')"
  done
  local port; port=$(free_port)
  DEMO_ADDRESS=http://127.0.0.1:$port
  "$BIN/gunicorn" stathmos.web.wsgi --bind "127.0.0.1:$port" "${SERVING[@]}" --log-level warning &
  WEB_PID=$!
  for _ in $(seq 100); do
    "$BIN/python" -c "import urllib.request; urllib.request.urlopen('$DEMO_ADDRESS/health/', timeout=2)" 2> /dev/null && return 0
    sleep 0.1
  done
  stop_with "the server did not start; see $SERVED/setup.log"
}
