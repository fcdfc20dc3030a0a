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

build_release() {
    say "building"
    local log="$here/build/build.log"
    mkdir -p "$here/build"
    if (cd "$here" && { [ -f build/release/build.ninja ] || cmake --preset release ${OWL_UNITY:+-DOWL_UNITY="$OWL_UNITY"}; } && cmake --build --preset release) >"$log" 2>&1; then
        tail -n 1 "$log"
    else
        grep -E 'error|Error|FAILED' "$log" | head -n 20
        tail -n 3 "$log"
        say "the build failed; all of it is in build/build.log"
        return 1
    fi
}
