# Sourced by bin/start and bin/test: the right Node.js, and the packages of the lock file.
set -eu
cd "$(dirname "$0")/.."
if ! command -v node >/dev/null 2>&1 || ! node -e 'const [a, b] = process.versions.node.split(".").map(Number); process.exit(a > 20 || (a === 20 && b >= 15) ? 0 : 1)'; then
  echo "  Fichier needs Node.js 20.15 or newer; install it and start again." >&2
  exit 1
fi
wanted=$(sha256sum package-lock.json | cut -d' ' -f1)
if [ "$(cat node_modules/.fichier-lock 2>/dev/null || true)" != "$wanted" ]; then
  echo "  installing npm packages from the lock file"
  # Not "npm ci": it refuses a lock file without the packages for other systems, which not every registry offers.
  # This installs the same versions, and --no-save leaves the lock file as it is.
  npm install --no-save --no-audit --no-fund --loglevel=error
  echo "$wanted" > node_modules/.fichier-lock
fi
