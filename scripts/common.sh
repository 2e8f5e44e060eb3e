# Shared by ./start and ./test: installs what is missing, and runs a PostgreSQL cluster of our own. Sourced, never run.

say() { printf '\033[1m%s\033[0m\n' "$*" >&2; }
die() { printf '%s\n' "$*" >&2; exit 1; }

project=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
# No build server stays behind when a script ends.
export MSBUILDDISABLENODEREUSE=1 UseSharedCompilation=false DOTNET_CLI_USE_MSBUILD_SERVER=0
export DOTNET_CLI_TELEMETRY_OPTOUT=1 DOTNET_NOLOGO=1 DOTNET_SKIP_FIRST_TIME_EXPERIENCE=1

# The compiler, and what else of the SDK runs for a minute: measuring itself so as to be quicker later costs it more than it gives.
sdk() { DOTNET_TieredPGO=0 dotnet "$@"; }

# --- what the machine must have -------------------------------------------------------------------

as_root() { if [ "$(id -u)" = 0 ]; then "$@"; elif command -v sudo >/dev/null; then sudo "$@"; else die "Run this once as root, or install: $*"; fi; }

# want COMMAND=PACKAGE…: notes the Debian packages whose command is not there. install_wanted installs them, all at once,
# and with them those that are only liked, where Debian has them.
wanted=() liked=()
want() {
  local pair
  for pair in "$@"; do
    [ -x "${pair%%=*}" ] || command -v "${pair%%=*}" >/dev/null 2>&1 || wanted+=("${pair#*=}")
  done
}

install_wanted() {
  local all="${wanted[*]} ${liked[*]}"
  [ "$all" = " " ] && return
  say "Installing $all"
  as_root env DEBIAN_FRONTEND=noninteractive sh -c "apt-get update -qq && apt-get install -y -qq --no-install-recommends ${wanted[*]} \$(for one in ${liked[*]}; do apt-cache pkgnames \$one; done)" >&2 \
    || [ ${#wanted[@]} = 0 ] || die "Debian's packages could not be installed: ${wanted[*]}"
  wanted=() liked=()
}

pg_bin() { ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -1; }

want_tools() {
  command -v dotnet >/dev/null || die "The .NET 10 SDK is needed; it is not among Debian's packages. Install it, then run this again."
  # Debian 12 brings Node 18; the build needs 20 or newer.
  command -v node >/dev/null || die "Node.js 20 or newer is needed. Install it, then run this again."
  want setpriv=util-linux curl=curl
  if [ -z "${GOLDNOTCH_DB:-}" ] && [ -z "$(pg_bin)" ]; then
    # The package would make and start a cluster of its own; ours is all we want.
    as_root sh -c 'mkdir -p /etc/postgresql-common && [ -e /etc/postgresql-common/createcluster.conf ] || echo "create_main_cluster = false" > /etc/postgresql-common/createcluster.conf'
    want /usr/lib/postgresql/15/bin/initdb=postgresql-15
  fi
}

# Pictures and clips are decoded by it.
want_decoder() { want ffmpeg=ffmpeg ffprobe=ffmpeg djpeg=libjpeg-turbo-progs prlimit=util-linux; }

# The same Chromium without a window is a quarter quicker; where Debian does not have it, the tests go without.
want_browser() {
  want /usr/bin/chromium=chromium /usr/bin/chromedriver=chromium-driver
  [ -e /usr/lib/chromium/chromium-headless-shell ] || liked+=(chromium-headless-shell)
}

# need_web: npm packages from the lock file, only when it changed since the last time.
need_web() {
  local stamp="$project/web/node_modules/.gold-notch-lock"
  if ! cmp -s "$project/web/package-lock.json" "$stamp"; then
    say "Installing the front end's packages"
    (cd "$project/web" && npm ci --no-audit --no-fund --loglevel=error >&2) || die "npm ci failed"
    cp "$project/web/package-lock.json" "$stamp"
  fi
}

# --- a cluster of our own -------------------------------------------------------------------------

# The database server refuses to run as root; then it runs as the postgres user.
as_database_user() {
  if [ "$(id -u)" = 0 ]; then setpriv --reuid=postgres --regid=postgres --init-groups -- "$@"; else "$@"; fi
}

free_port() {
  local port
  for port in $(shuf -i 20000-45000 -n 50); do
    (exec 3<>"/dev/tcp/127.0.0.1/$port") 2>/dev/null || { echo "$port"; return; }
  done
  die "No free port found"
}

# passable DIR: whether the database's user can get there.
passable() { as_database_user test -x "$1" 2>/dev/null && as_database_user test -w "$1" 2>/dev/null; }

# cluster_home NAME: a folder for the cluster, under .run, or where .run cannot be passed under /var/tmp.
cluster_home() {
  local home="$project/.run/$1"
  mkdir -p "$home"
  [ "$(id -u)" = 0 ] && chown postgres: "$home"
  if ! passable "$home"; then
    local other="/var/tmp/gold-notch-$(printf '%s' "$project" | sha256sum | cut -c1-12)-$1"
    say "The database's user cannot pass to $home; its data go to $other"
    mkdir -p "$other" && chmod 700 "$other"
    [ "$(id -u)" = 0 ] && chown postgres: "$other"
    home="$other"
  fi
  echo "$home"
}

# cluster_start HOME [OPTION…]: makes the cluster if need be and starts it; sets pg_port, pg_home, pg_password.
cluster_start() {
  pg_home="$1"; shift
  local bin; bin=$(pg_bin)
  if [ ! -e "$pg_home/data/PG_VERSION" ]; then
    say "Making a PostgreSQL cluster"
    head -c 24 /dev/urandom | base64 | tr -d '/+=' > "$pg_home/password"
    chmod 600 "$pg_home/password"
    [ "$(id -u)" = 0 ] && chown postgres: "$pg_home/password"
    rm -rf "$pg_home/data"
    as_database_user "$bin/initdb" -D "$pg_home/data" -U gold_notch -A scram-sha-256 --pwfile="$pg_home/password" -E UTF8 --locale=C >"$project/.run/initdb.log" 2>&1 \
      || die "initdb failed: see .run/initdb.log"
  fi
  pg_password=$(cat "$pg_home/password")
  # A server that a killed start left behind is stopped first: two must not share the data.
  as_database_user "$bin/pg_ctl" -D "$pg_home/data" -m fast -w stop >/dev/null 2>&1
  pg_port=$(free_port)
  as_database_user "$bin/pg_ctl" -D "$pg_home/data" -w -l "$pg_home/server.log" \
    -o "-c listen_addresses=127.0.0.1 -c port=$pg_port -c unix_socket_directories='' $*" start >/dev/null 9>&- \
    || die "PostgreSQL did not start: see $pg_home/server.log"
}

cluster_stop() { [ -n "${pg_home:-}" ] && as_database_user "$(pg_bin)/pg_ctl" -D "$pg_home/data" -m fast -w stop >/dev/null 2>&1; }

# sql DATABASE STATEMENT
sql() { PGPASSWORD="$pg_password" "$(pg_bin)/psql" -h 127.0.0.1 -p "$pg_port" -U gold_notch -d "$1" -qAt -v ON_ERROR_STOP=1 -c "$2"; }

# The owner of the tables: for migrations, and for nothing that answers anybody.
connection() { echo "Host=127.0.0.1;Port=$pg_port;Username=gold_notch;Password=$pg_password;Database=$1"; }

# site_connection DATABASE: the site's own login, a member of the role that the migrations made; it owns nothing.
site_connection() {
  local secret="$pg_home/site-password"
  if [ ! -s "$secret" ]; then
    (umask 077; head -c 24 /dev/urandom | base64 | tr -d '/+=' > "$secret")
  fi
  sql "$1" "DO \$\$ BEGIN IF NOT EXISTS (SELECT 1 FROM pg_roles WHERE rolname = 'gold_notch_web') THEN
    CREATE ROLE gold_notch_web LOGIN IN ROLE gold_notch_site; END IF; END \$\$; ALTER ROLE gold_notch_web PASSWORD '$(cat "$secret")'" \
    || die "The site's login could not be made"
  echo "Host=127.0.0.1;Port=$pg_port;Username=gold_notch_web;Password=$(cat "$secret");Database=$1"
}

# owner_of_start: the owner's connection to the database of ./start in GOLDNOTCH_DB_OWNER; its cluster is used as it runs, or started and stopped again.
owner_of_start() {
  [ -n "${GOLDNOTCH_DB_OWNER:-}" ] && return
  pg_home=$(cluster_home cluster)
  [ -e "$pg_home/data/PG_VERSION" ] || die "Nothing has been started here yet: run ./start once, or name a database in GOLDNOTCH_DB_OWNER"
  if [ -s "$pg_home/data/postmaster.pid" ] && as_database_user "$(pg_bin)/pg_ctl" -D "$pg_home/data" status >/dev/null 2>&1; then
    pg_password=$(cat "$pg_home/password") pg_port=$(sed -n 4p "$pg_home/data/postmaster.pid")
  else
    cluster_start "$pg_home"
    trap cluster_stop EXIT
  fi
  export GOLDNOTCH_DB_OWNER; GOLDNOTCH_DB_OWNER=$(connection "${GOLDNOTCH_DATABASE:-gold_notch}")
}

site_program() {
  for program in .run/site/GoldNotch.Web.dll src/GoldNotch.Web/bin/Release/net10.0/GoldNotch.Web.dll; do
    if [ -e "$program" ]; then echo "$program"; return; fi
  done
  die "The site is not built: run ./start once"
}

# --- phones in the same network -------------------------------------------------------------------

lan_address() { hostname -I 2>/dev/null | tr ' ' '\n' | grep -E '^[0-9.]+$' | grep -v '^127\.' | head -1; }

# lan_certificates FOLDER ADDRESS: an authority of this machine's own, made once, that can speak for private addresses and nothing else;
# and the certificate of this start, for the address as it is today.
lan_certificates() {
  local home=$1 address=$2
  mkdir -p "$home" && chmod 700 "$home"
  if [ ! -s "$home/authority.crt" ] || ! openssl x509 -in "$home/authority.crt" -noout -checkend 2592000 >/dev/null 2>&1; then
    say "Making a certificate authority for phones"
    openssl req -x509 -newkey ec -pkeyopt ec_paramgen_curve:prime256v1 -nodes -days 1825 -keyout "$home/authority.key" -out "$home/authority.crt" \
      -subj "/O=Gold Notch/CN=Gold Notch on $(hostname)" -addext "basicConstraints=critical,CA:TRUE,pathlen:0" -addext "keyUsage=critical,keyCertSign" \
      -addext "nameConstraints=critical,permitted;IP:10.0.0.0/255.0.0.0,permitted;IP:172.16.0.0/255.240.0.0,permitted;IP:192.168.0.0/255.255.0.0,permitted;IP:127.0.0.0/255.0.0.0,permitted;IP:$address/255.255.255.255,permitted;DNS:localhost,permitted;DNS:local" \
      >/dev/null 2>&1 || die "The certificate authority could not be made"
    chmod 600 "$home/authority.key"
  fi
  openssl req -newkey ec -pkeyopt ec_paramgen_curve:prime256v1 -nodes -keyout "$home/site.key" -out "$home/site.csr" -subj "/CN=$address" >/dev/null 2>&1 \
    && openssl x509 -req -in "$home/site.csr" -CA "$home/authority.crt" -CAkey "$home/authority.key" -CAcreateserial -days 90 -out "$home/site.crt" \
      -extfile <(printf 'subjectAltName=IP:%s,IP:127.0.0.1,DNS:localhost\nextendedKeyUsage=serverAuth\nbasicConstraints=CA:FALSE\n' "$address") >/dev/null 2>&1 \
    || die "The site's certificate could not be made"
  cat "$home/authority.crt" >> "$home/site.crt"
}
