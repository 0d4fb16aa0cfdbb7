#!/usr/bin/env bash
# Installs what this machine lacks: PostgreSQL's server, Chromium without its windows, GNU units, poppler's pdftotext;
# Debian's Go and Node where there are none. Asks for nothing. What is too old is named in one line.
# "need.sh test" installs what the tests compare with as well: a table of bearings, scipy, geographiclib,
# gpsbabel, exiftool, zbar.
set -euo pipefail
need=()
compgen -G '/usr/lib/postgresql/*/bin/initdb' >/dev/null || need+=(postgresql)
command -v chromium-headless-shell >/dev/null || need+=(chromium-headless-shell)
command -v units >/dev/null || need+=(units)
command -v pdftotext >/dev/null || need+=(poppler-utils)
command -v node >/dev/null || need+=(nodejs npm)
command -v npm >/dev/null || [[ " ${need[*]} " == *' npm '* ]] || need+=(npm)
command -v go >/dev/null || need+=(golang ca-certificates)
if [ "${1-}" = test ]; then
  [ -e /usr/share/openscad/libraries/MCAD/bearing.scad ] || need+=(openscad-mcad)
  /usr/bin/python3 -c 'import scipy' 2>/dev/null || need+=(python3-scipy)
  /usr/bin/python3 -c 'import geographiclib' 2>/dev/null || need+=(python3-geographiclib)
  command -v gpsbabel >/dev/null || need+=(gpsbabel)
  command -v exiftool >/dev/null || need+=(libimage-exiftool-perl)
  command -v zbarimg >/dev/null || need+=(zbar-tools)
fi
if [ ${#need[@]} -gt 0 ]; then
  echo "Installing ${need[*]}"
  as=()
  [ "$(id -u)" -eq 0 ] || as=(sudo -n)
  export DEBIAN_FRONTEND=noninteractive
  "${as[@]}" apt-get update -qq
  "${as[@]}" apt-get install -y -qq --no-install-recommends "${need[@]}" >/dev/null
fi

# least NAME VERSION LEAST: that it is new enough, in the order of version sort.
least() {
  [ "$(printf '%s\n' "$3" "$2" | sort -V | head -n 1)" = "$3" ] && return
  echo "$1 $2 is too old, $3 or later is needed: put a newer one first in PATH, or use Debian 13, whose own will do." >&2
  exit 1
}
least Go "$(go env GOVERSION 2>/dev/null | sed 's/^go//')" 1.21 # which fetches the one that go.mod names
least Node "$(node --version | sed 's/^v//')" 20.19
