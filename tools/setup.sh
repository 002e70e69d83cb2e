# Shared by ./raconteur, ./package and ./check: finds the JDK and installs what is missing, or says what to install.
# Sourced with $here set to the root of the checkout.

say() { printf 'raconteur: %s\n' "$*" >&2; }

# The major version of the JDK in a folder, 0 where there is none.
jdk_version() {
  [ -x "$1/bin/javac" ] || { echo 0; return; }
  sed -n 's/^JAVA_VERSION="\([0-9]*\).*/\1/p' "$1/release" 2>/dev/null | head -n 1 | grep . || echo 0
}

find_jdk() {
  local on_path="" candidate
  if command -v javac >/dev/null 2>&1; then
    on_path=$(dirname "$(dirname "$(readlink -f "$(command -v javac)")")")
  fi
  for candidate in "${JAVA_HOME:-}" "$on_path" /usr/lib/jvm/* /opt/jdk* "${HOME:-}"/.jdks/* \
      /Library/Java/JavaVirtualMachines/*/Contents/Home; do
    if [ -n "$candidate" ] && [ "$(jdk_version "$candidate")" -ge 25 ]; then
      echo "$candidate"
      return 0
    fi
  done
  return 1
}

may_install() { [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null 2>&1; }

# Installs Debian packages where that is allowed, else names the one command.
install_packages() {
  if may_install; then
    say "installing $*"
    # A name of its own: nobody else can have put a file or a link there.
    local log
    log=$(mktemp) || return 1
    if { apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq "$@"; } >"$log" 2>&1; then
      rm -f "$log"
      return 0
    fi
    say "that failed; the end of $log:"
    tail -n 5 "$log" >&2
    return 1
  fi
  say "some packages are missing; install them with this one command, then start again:"
  say "  sudo apt-get install $*"
  return 1
}

need_jdk() {
  jdk=$(find_jdk) && return 0
  if may_install && apt-get update -qq >/dev/null 2>&1; then
    local package
    for package in openjdk-25-jdk temurin-25-jdk; do
      if apt-cache show "$package" >/dev/null 2>&1; then
        install_packages "$package" && jdk=$(find_jdk) && return 0
      fi
    done
  fi
  say "a JDK 25 is needed and none was found in JAVA_HOME, on the path or in /usr/lib/jvm."
  say "Install one:   sudo apt-get install openjdk-25-jdk   (or temurin-25-jdk, where your Debian has that)"
  say "or unpack any JDK 25 and say where:   export JAVA_HOME=/where/it/is"
  return 1
}

need_maven() {
  command -v mvn >/dev/null 2>&1 || install_packages maven || return 1
  # Maven itself may run on any JDK from 17 on; the build picks the JDK 25 by toolchain.
  local own
  own=$(mvn --version 2>/dev/null | sed -n 's/^Java version: \([0-9]*\).*/\1/p')
  if [ "${own:-0}" -lt 17 ]; then
    export JAVA_HOME=$jdk
  fi
}

has_library() { ldconfig -p 2>/dev/null | grep "$1" >/dev/null; }

# Text needs these even where nothing is shown.
need_text_libraries() {
  [ "$(uname -s)" = Linux ] || return 0
  has_library libpango-1.0.so.0 && has_library libpangoft2-1.0.so.0 && has_library libfreetype.so.6 \
    && return 0
  install_packages libpango-1.0-0 libpangoft2-1.0-0 libfreetype6
}

need_window_libraries() {
  [ "$(uname -s)" = Linux ] || return 0
  has_library libgtk-3.so.0 && has_library libXtst.so.6 && return 0
  install_packages libgtk-3-0 libxtst6
}
