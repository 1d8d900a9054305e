# Shared by ./start and ./check: says what is missing, and builds only what is stale.
export DOTNET_CLI_TELEMETRY_OPTOUT=1 DOTNET_NOLOGO=1
# An answer makes some tens of megabytes and lets go of them: room for two of them before the first collection takes a third off its time.
export DOTNET_GCgen0size=0x4000000

need_dotnet() {
  command -v dotnet >/dev/null || { echo "The .NET SDK 10 is missing: get it from your package source (dotnet-sdk-10.0)." >&2; exit 1; }
  dotnet --version >/dev/null || { echo "global.json wants a .NET SDK 10; this machine has: $(dotnet --list-sdks | tr '\n' ' ')" >&2; exit 1; }
}

need_node() {
  command -v npm >/dev/null || { echo "Node 20 or later with npm is missing: get it from your package source (nodejs, npm)." >&2; exit 1; }
}

need_chromium() {
  if [ ! -x /usr/bin/chromium ] || [ ! -x /usr/bin/chromedriver ]; then
    echo "installing Debian's chromium and chromium-driver for the browser tests"
    local as=""
    [ "$(id -u)" = 0 ] || as=sudo
    $as apt-get update -qq && $as apt-get install -y -qq chromium chromium-driver >/dev/null ||
      { echo "Could not install them: apt-get install chromium chromium-driver, then try again." >&2; exit 1; }
  fi
}

# stale MARK PATHS...: true when the mark is missing or any file under the paths is newer
stale() {
  local mark=$1
  shift
  [ ! -e "$mark" ] || [ -n "$(find "$@" -type f -newer "$mark" -not -path '*/bin/*' -not -path '*/obj/*' -not -path '*/wwwroot/*' -print -quit)" ]
}

# Published ahead of time compiled: serves in half the time of a plain build.
build_release() {
  local mark=artifacts/server/.built
  if stale "$mark" src Directory.Build.props Directory.Packages.props global.json; then
    echo "building the server"
    dotnet publish src/Spolium.Server -c Release --use-current-runtime --self-contained false -p:PublishReadyToRun=true -o artifacts/server --nologo -v quiet -clp:ErrorsOnly
    touch "$mark"
  fi
}

build_web() {
  local mark=src/Spolium.Server/wwwroot/.built
  if stale web/node_modules/.installed web/package-lock.json; then
    echo "installing the packages of the web"
    (cd web && npm ci --no-audit --no-fund --loglevel=error && touch node_modules/.installed)
  fi
  if stale "$mark" web/src web/public web/index.html web/vite.config.ts web/package-lock.json; then
    echo "building the web"
    (cd web && npm run --silent types >/dev/null && npm run --silent build -- --logLevel=error)
    touch "$mark"
  fi
}
