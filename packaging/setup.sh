# Sourced by ./run and ./test: what both need. $here is the project's folder.
say() { printf '== %s\n' "$*"; }

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
    (cd "$here" && { [ -f build/release/build.ninja ] || cmake --preset release >/dev/null; } && cmake --build --preset release | tail -n 1)
}
