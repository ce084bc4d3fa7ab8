# What a fresh machine needs, and how to get it. Sourced by run, test and bench.
say() { printf '%s\n' "$*" >&2; }
die() { say "$*"; exit 1; }

# Debian packages that are missing from the list given, as package names. The package database is asked for every one of them; a
# program that came without a package, as on other distributions, counts by the file that it would bring.
missing_packages() {
  local need
  for need in "$@"; do
    dpkg-query -W -f='${Status}' "$need" 2>/dev/null | grep -q 'ok installed' && continue
    if ! command -v dpkg-query >/dev/null && [ -n "$(file_of "$need")" ] && ls $(file_of "$need") >/dev/null 2>&1; then continue; fi
    printf '%s\n' "$need"
  done
}

# A file that tells that a package's programs are there.
file_of() {
  case $1 in
    postgresql) echo '/usr/lib/postgresql/*/bin/initdb' ;;
    chromium) echo /usr/bin/chromium ;;
    chromium-driver) echo /usr/bin/chromedriver ;;
    dmidecode) echo /usr/sbin/dmidecode ;;
    smartmontools) echo /usr/sbin/smartctl ;;
    pciutils) echo /usr/bin/lspci ;;
    fio) echo /usr/bin/fio ;;
    i2c-tools) echo /usr/bin/decode-dimms ;;
    procps) echo /usr/bin/vmstat ;;
    memtester) echo /usr/sbin/memtester ;;
    stressapptest) echo /usr/bin/stressapptest ;;
  esac
}

need_packages() {
  local missing
  missing=$(missing_packages "$@" | tr '\n' ' ')
  [ -z "${missing// /}" ] && return 0
  if [ "$(id -u)" = 0 ]; then
    say "Installing $missing"
    export DEBIAN_FRONTEND=noninteractive
    apt-get update -qq >&2 && apt-get install -y -qq --no-install-recommends $missing >&2 || die "Could not install $missing"
  else
    die "Missing: $missing. Run once:  sudo apt-get install -y $missing"
  fi
}

need_tools() {
  command -v dotnet >/dev/null || die "The .NET SDK 10 is missing: see https://learn.microsoft.com/dotnet/core/install/linux"
  command -v npm >/dev/null || die "Node.js 20 or later with npm is missing."
  export DOTNET_CLI_TELEMETRY_OPTOUT=1 DOTNET_NOLOGO=1 MSBUILDDISABLENODEREUSE=1
}

# Runs a command from the repository's root and shows its output only when it fails.
quiet() {
  local log
  log=$(mktemp)
  if "$@" >"$log" 2>&1 9>&-; then rm -f "$log"; return 0; fi
  cat "$log" >&2
  rm -f "$log"
  return 1
}

# Stamp of the files that a build step depends on; a step is left out while its stamp is unchanged.
stamp_of() { find "$@" -type f -not -path '*/node_modules/*' -not -path '*/bin/*' -not -path '*/obj/*' -not -path '*/dist/*' -not -path '*/client/fonts/*' -not -path 'client/fonts/*' -printf '%p %s %T@\n' 2>/dev/null | sort | sha1sum | cut -d' ' -f1; }
fresh() { [ -f ".data/stamps/$1" ] && [ "$(cat ".data/stamps/$1")" = "$2" ]; }
mark() { mkdir -p .data/stamps; printf '%s' "$2" >".data/stamps/$1"; }

build_server() { # configuration
  local stamp
  stamp="$(stamp_of src Directory.Build.props Directory.Packages.props global.json)"
  fresh "server-$1" "$stamp" && [ -x "src/Irvak.Web/bin/$1/net10.0/linux-x64/Irvak.Web" ] && return 0
  say "Building the server ($1)"
  quiet dotnet restore src/Irvak.Web --locked-mode || return 1
  quiet dotnet build src/Irvak.Web -c "$1" --no-restore -v q || return 1
  mark "server-$1" "$(stamp_of src Directory.Build.props Directory.Packages.props global.json)"
}

install_client() {
  local stamp
  stamp="$(stamp_of client/package.json client/package-lock.json client/.npmrc)"
  fresh npm "$stamp" && [ -d client/node_modules ] && return 0
  say "Installing the client's packages"
  (cd client && quiet npm ci) || return 1
  mark npm "$stamp"
}

build_client() {
  install_client || return 1
  local stamp
  stamp="$(stamp_of client)"
  fresh client "$stamp" && [ -f client/dist/index.html ] && return 0
  say "Building the client"
  (cd client && quiet npm run types && quiet npm run build) || return 1
  mark client "$(stamp_of client)"
}

# Where a command of this checkout must run alone: takes the lock of a folder, or says who has it and ends. What it starts is given no
# hold of the lock (9>&-): a compiler that stays in the background would keep it.
run_alone() { # folder what port
  mkdir -p "$1"
  exec 9>>"$1/lock"
  if ! flock -n 9; then
    say "$2 runs already in this checkout: $(cat "$1/lock.who" 2>/dev/null || echo 'it does not say where'). Nothing was started."
    exit 3
  fi
  printf '%s' "process $$${3:+, http://127.0.0.1:$3}" >"$1/lock.who"
}
