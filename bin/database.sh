# How bin/backup and bin/restore reach the database: STATHMOS_DATABASE_URL, else the one bin/start runs.

# reach_database: sets DATABASE, and CLIENT and DUMP as commands; the password stays out of the list of processes.
reach_database() {
  local url=${STATHMOS_DATABASE_URL:-} port=${STATHMOS_DB_PORT:-33307}
  [ -n "$url" ] || [ -s "$VAR/mariadb/password" ] || stop_with "no database yet: start Stathmos first, or set STATHMOS_DATABASE_URL."
  [ -n "$url" ] || url="mysql://stathmos:$(cat "$VAR/mariadb/password")@127.0.0.1:$port/stathmos"
  command -v mariadb-dump > /dev/null || stop_with "the package mariadb-client is wanting."
  OPTIONS=$(mktemp)
  trap 'rm -f "$OPTIONS"' EXIT
  DATABASE=$("$PYTHON" - "$url" "$OPTIONS" <<'PY'
import sys
from urllib.parse import unquote, urlsplit
found = urlsplit(sys.argv[1])
with open(sys.argv[2], "w") as options:
    options.write("[client]\nprotocol=tcp\n")
    for name, value in (("host", found.hostname), ("port", found.port or 3306), ("user", found.username), ("password", found.password)):
        if value is not None:
            options.write('%s="%s"\n' % (name, unquote(str(value)).replace("\\", "\\\\").replace('"', '\\"')))
print(found.path.lstrip("/"))
PY
)
  CLIENT=(mariadb --defaults-file="$OPTIONS") DUMP=(mariadb-dump --defaults-file="$OPTIONS")
  "${CLIENT[@]}" -e 'SELECT 1' > /dev/null 2>&1 || stop_with "the database does not answer. Start Stathmos with bin/start in another window."
}
