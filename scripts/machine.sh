# What a fresh machine needs, and how to get it. Sourced by run, test and bench.
say() { printf '%s\n' "$*" >&2; }
die() { say "$*"; exit 1; }

# Debian packages that are missing from the list given, as package names.
missing_packages() {
  local missing=()
  for need in "$@"; do
    case $need in
      postgresql) ls /usr/lib/postgresql/*/bin/initdb >/dev/null 2>&1 || missing+=(postgresql) ;;
      chromium) [ -x /usr/bin/chromium ] || missing+=(chromium) ;;
      chromium-driver) [ -x /usr/bin/chromedriver ] || missing+=(chromium-driver) ;;
      dmidecode) [ -x /usr/sbin/dmidecode ] || missing+=(dmidecode) ;;
      smartmontools) [ -x /usr/sbin/smartctl ] || missing+=(smartmontools) ;;
      pciutils) [ -x /usr/bin/lspci ] || missing+=(pciutils) ;;
      fio) [ -x /usr/bin/fio ] || missing+=(fio) ;;
      i2c-tools) [ -x /usr/bin/decode-dimms ] || missing+=(i2c-tools) ;;
      procps) [ -x /usr/bin/vmstat ] || missing+=(procps) ;;
    esac
  done
  printf '%s\n' "${missing[@]}"
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
  if "$@" >"$log" 2>&1; then rm -f "$log"; return 0; fi
  cat "$log" >&2
  rm -f "$log"
  return 1
}

# Stamp of the files that a build step depends on; a step is left out while its stamp is unchanged.
stamp_of() { find "$@" -type f -not -path '*/node_modules/*' -not -path '*/bin/*' -not -path '*/obj/*' -not -path '*/dist/*' -printf '%p %s %T@\n' 2>/dev/null | sort | sha1sum | cut -d' ' -f1; }
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
