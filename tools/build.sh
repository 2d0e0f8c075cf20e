# Sourced by run and test: what must be there, and building only what has changed.

need_tools() {
  if ! command -v dotnet >/dev/null || ! dotnet --list-sdks | grep -q '^10\.'; then
    echo "Pantomet needs the .NET SDK 10. Get it from https://dotnet.microsoft.com/download/dotnet/10.0 or your system's packages (dotnet-sdk-10.0), then run this again." >&2
    exit 1
  fi
  if ! command -v node >/dev/null || [ "$(node -p 'process.versions.node.split(".")[0]')" -lt 20 ]; then
    echo "Pantomet needs Node.js 20 or newer, with npm, to build its pages. Get it from https://nodejs.org or your system's packages (nodejs, npm), then run this again." >&2
    exit 1
  fi
}

# changed STAMP PATH...: whether anything under the paths is newer than the stamp, or has come or gone since.
changed() {
  local stamp="$1"; shift
  [ -f "$stamp" ] || return 0
  [ -n "$(find "$@" \( -name node_modules -o -name bin -o -name obj -o -name wwwroot \) -prune -o -newer "$stamp" -print -quit)" ]
}

# The stamp bears the time before the build, so that a change made meanwhile is not missed.
begin() { mkdir -p .build; touch ".build/$1.begun"; }
finish() { mv ".build/$1.begun" ".build/$1"; }

# install_packages NAME FOLDER: the packages of a folder, as locked.
# Not "npm ci": it insists on packages for other systems that some mirrors do not carry; those are optional, and left out.
install_packages() {
  if [ -d "$2/node_modules" ] && ! changed ".build/$1-packages" "$2/package-lock.json"; then return 0; fi
  echo "Installing the packages of $2…"
  begin "$1-packages"
  npm install --prefix "$2" --no-save --no-audit --no-fund --loglevel=error || return 1
  finish "$1-packages"
}

build_client() {
  install_packages client src/client || return 1
  if [ -f src/Pantomet.Server/wwwroot/index.html ] && ! changed .build/client src/client docs/guide.md docs/vocabulary.md; then return 0; fi
  echo "Building the pages…"
  begin client
  npm run --prefix src/client --silent build -- --logLevel warn || return 1
  finish client
}

build_server() {
  if [ -f .build/app/Pantomet.Server.dll ] && ! changed .build/server src Directory.Build.props Directory.Packages.props global.json .build/client; then return 0; fi
  echo "Building the server…"
  begin server
  rm -rf .build/app
  # Compiled ahead of time where the packages for it are locked: a server that was just started spends a tenth of its time on compiling otherwise.
  local ahead=()
  if [ "$(uname -sm)" = "Linux x86_64" ]; then ahead=(--runtime linux-x64 --no-self-contained -p:PublishReadyToRun=true); fi
  # Without the analysis, which ./test has its own step for.
  dotnet publish src/Pantomet.Server -c Release -o .build/app "${ahead[@]}" -p:RunAnalyzers=false --nologo -v quiet || return 1
  finish server
}

build_all() {
  build_client && build_server
}
