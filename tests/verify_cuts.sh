#!/usr/bin/env bash
# Every plan the program makes for the public jobs and the demo must satisfy the independent verifier.
set -uo pipefail
top="$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)"
cli="$top/build/release/upright-owl-cli"
verify="$top/../shared/cutting/verify_cut_plan.py"
work="$(mktemp -d)"
trap 'rm -rf "$work"' EXIT
bad=0
check() { # job, plan
    /usr/bin/python3 "$verify" "$1" "$2" || bad=1
}
for job in "$top"/../shared/cutting/jobs/*.json; do
    "$cli" cut "$job" --seconds 2 --out "$work/plan.json" 2>"$work/err"
    code=$?
    [ "$code" -gt 1 ] && { cat "$work/err"; bad=1; continue; }
    printf '%s: ' "$(basename "$job" .json)"
    check "$job" "$work/plan.json"
done
"$cli" plan "$top/demo/harbour-lane.owl" --out "$work/demo" 2>/dev/null
printf 'demo: '
check "$work/demo/cut-job.json" "$work/demo/cut-plan.json"
exit $bad
