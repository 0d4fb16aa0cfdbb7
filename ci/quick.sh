#!/usr/bin/env bash
# Checks what changed since the last commit and nothing else: form, types and the tests that stand beside it. The whole
# is "make test".
set -euo pipefail
mapfile -t changed < <({ git diff --name-only --diff-filter=d HEAD; git ls-files -o --exclude-standard; } | sort -u)
of() { printf '%s\n' "${changed[@]}" | grep -E "$1" || true; }

mapfile -t gofiles < <(of '\.go$')
mapfile -t packages < <({ of '\.go$' | xargs -r dirname; of '^knowledge/.*\.yaml$' | sed 's/.*/knowledge/'; } | sort -u | sed 's|^|./|')
if [ ${#gofiles[@]} -gt 0 ]; then
  bad=$(gofmt -l "${gofiles[@]}")
  [ -z "$bad" ] || { echo "gofmt: $bad"; exit 1; }
fi
[ ${#packages[@]} -eq 0 ] || { go vet "${packages[@]}"; go test -vet=off "${packages[@]}" ./internal/architecture; }

mapfile -t ui < <(of '^ui/src/.*\.(ts|vue)$' | grep -v '\.gen\.ts$' | sed 's|^ui/||')
if [ ${#ui[@]} -gt 0 ]; then
  cd ui
  npx prettier --check --log-level warn "${ui[@]}"
  npx eslint "${ui[@]}"
  npx vue-tsc --noEmit
  npx vitest related --run "${ui[@]}"
  cd ..
fi
mapfile -t e2e < <(of '^e2e/.*\.ts$')
[ ${#e2e[@]} -eq 0 ] || { npx prettier --config ui/.prettierrc.json --check --log-level warn "${e2e[@]}"; npm run -s -w e2e lint; }
echo "checked: ${#packages[@]} packages of Go, ${#ui[@]} files of the interface, ${#e2e[@]} of the browser's tests"
