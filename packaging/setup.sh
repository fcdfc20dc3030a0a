# Sourced by ./run and ./test: what both need. $here is the project's folder.
say() { printf '== %3d s  %s\n' "$SECONDS" "$*"; }

# Installs the packages of dependencies.txt that are missing; asks for root only for apt.
install_dependencies() {
    local missing=() p root=()
    while read -r p; do
        case "$p" in '' | '#'*) continue ;; esac
        dpkg-query -W -f='${Status}' "$p" 2>/dev/null | grep -q 'ok installed' || missing+=("$p")
    done <"$here/packaging/dependencies.txt"
    [ ${#missing[@]} -eq 0 ] && return 0
    say "installing ${#missing[@]} packages: ${missing[*]}"
    [ "$(id -u)" -eq 0 ] || root=(sudo)
    "${root[@]}" env DEBIAN_FRONTEND=noninteractive apt-get update -qq
    "${root[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null
}

# Builds the targets that are named, or all; every quarter of a minute says how far it is.
build_release() {
    say "building"
    local log="$here/build/build.log" done=0
    mkdir -p "$here/build"
    : >"$log"
    (while sleep 15 && kill -0 $$ 2>/dev/null; do
        now=$(grep -ao '^\[[0-9]*/[0-9]*\]' "$log" | tail -n 1)
        [ -n "$now" ] && say "built $now"
    done) &
    local progress=$!
    (cd "$here" && { [ -f build/release/build.ninja ] || cmake --preset release ${OWL_UNITY:+-DOWL_UNITY="$OWL_UNITY"}; } &&
        cmake --build --preset release ${1:+--target "$@"}) >>"$log" 2>&1 && done=1
    kill "$progress" 2>/dev/null
    wait "$progress" 2>/dev/null || true
    if [ "$done" = 1 ]; then
        tail -n 1 "$log"
    else
        grep -E 'error|Error|FAILED' "$log" | head -n 20
        tail -n 3 "$log"
        say "the build failed; all of it is in build/build.log"
        return 1
    fi
}
