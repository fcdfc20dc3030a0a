#!/usr/bin/env bash
# Time from start to the first painted window (a picture of it is taken and thrown away); five runs.
here="$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)"
out="$(mktemp --suffix=.png)"
trap 'rm -f "$out"' EXIT
for _ in 1 2 3 4 5; do
    a=$(date +%s%N)
    QT_QPA_PLATFORM=offscreen "$here/build/release/upright-owl" --demo --shot "$out" 2>/dev/null
    b=$(date +%s%N)
    echo "$(((b - a) / 1000000)) ms"
done
