# What ./start and ./test share: Debian packages, npm packages, the built screens. Each is done once.

# Installs Debian packages; asks first when it is not root and someone is there to answer.
debian() {
  if [ "$(id -u)" = 0 ]; then
    echo "Installing $* …"
    { apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@"; } >/dev/null
  elif [ -t 0 ] && command -v sudo >/dev/null; then
    read -r -p "Ember Slate needs the Debian packages $*. Install them with sudo? [y/N] " answer
    case "$answer" in
      y | Y | yes) sudo apt-get update -qq && sudo apt-get install -y -qq --no-install-recommends "$@" ;;
      *) echo "Nothing was installed." >&2; exit 1 ;;
    esac
  else
    echo "Ember Slate needs the Debian packages $*. As root: apt-get install $*" >&2
    exit 1
  fi
}

need_database() {
  [ -n "${DATABASE_URL:-}" ] && return
  PATH="$PATH:/usr/sbin"
  command -v mariadbd >/dev/null && command -v mariadb-install-db >/dev/null || debian mariadb-server-core mariadb-client-core
}

need_browser() {
  command -v chromium >/dev/null && command -v chromedriver >/dev/null || debian chromium chromium-driver
}

need_packages() {
  local stamp=node_modules/.ember-lock
  if ! cmp -s package-lock.json "$stamp"; then
    echo "Installing npm packages …"
    npm ci --no-audit --no-fund --loglevel=error
    cp package-lock.json "$stamp"
  fi
}

# Whether something under these is newer than what was built of it.
newer_than() {
  [ ! -f "$1" ] || [ -n "$(find "${@:2}" -newer "$1" -type f -print -quit)" ]
}

need_build() {
  if newer_than web/dist/index.html web/src web/index.html web/vite.config.ts {core,contract}/src $(ls -d words/*/ | grep -v dist/); then
    echo "Building the screens …"
    npx vite build web --logLevel error
  fi
  if newer_than server/dist/app.js build.mjs {words,core,contract,devices,server,demo}/src; then
    echo "Building the server …"
    node build.mjs
  fi
}
