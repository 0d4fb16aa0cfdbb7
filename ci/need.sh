#!/usr/bin/env bash
# Installs what this machine lacks: PostgreSQL's server, Chromium, GNU units, poppler's
# pdftotext. Asks for nothing. Go and Node are expected; Debian's are taken if there are none.
set -euo pipefail
need=()
compgen -G '/usr/lib/postgresql/*/bin/initdb' >/dev/null || need+=(postgresql)
command -v chromium >/dev/null || need+=(chromium)
command -v units >/dev/null || need+=(units)
command -v pdftotext >/dev/null || need+=(poppler-utils)
command -v node >/dev/null || need+=(nodejs npm)
command -v go >/dev/null || need+=(golang)
[ ${#need[@]} -eq 0 ] && exit 0
echo "Installing ${need[*]}"
as=()
[ "$(id -u)" -eq 0 ] || as=(sudo -n)
export DEBIAN_FRONTEND=noninteractive
"${as[@]}" apt-get update -qq
"${as[@]}" apt-get install -y -qq --no-install-recommends "${need[@]}" >/dev/null
