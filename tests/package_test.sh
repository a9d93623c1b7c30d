#!/bin/sh
# BUILD: makes the Debian package, unpacks it, checks what it holds, and that its programs run from there. Installing and
# removing are tried where the test runs as root.
set -eu
build=$1
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
fail() { echo "FAIL: $1" >&2; exit 1; }
cpack --config "$build/CPackConfig.cmake" -B "$work" >"$work/log" 2>&1 || { cat "$work/log"; fail "cpack"; }
deb=$(ls "$work"/*.deb)
dpkg-deb -x "$deb" "$work/tree"
cd "$work/tree/usr"
for file in bin/oddb bin/odd-bounce share/applications/odd-bounce.desktop share/icons/hicolor/scalable/apps/odd-bounce.svg \
    share/mime/packages/odd-bounce.xml share/metainfo/dev.oddbounce.OddBounce.metainfo.xml share/man/man1/oddb.1 \
    share/man/man1/odd-bounce.1 share/bash-completion/completions/oddb share/zsh/vendor-completions/_oddb \
    share/fish/vendor_completions.d/oddb.fish share/odd-bounce/samples/net-throw.bouncelog \
    share/odd-bounce/recorder/bounce_recorder.hpp share/doc/odd-bounce/user-guide.md; do
    [ -s "$file" ] || fail "$file is missing"
done
case $(dpkg-deb -f "$deb" Depends) in *libqt6widgets6*) ;; *) fail "the package does not depend on Qt" ;; esac
bin/oddb scan share/odd-bounce/samples/net-throw.bouncelog >/dev/null && fail "nothing found" || [ $? = 1 ] || fail "oddb does not run"
QT_QPA_PLATFORM=offscreen bin/odd-bounce --picture "$work/a.png" --finding worst share/odd-bounce/samples/net-throw.bouncelog ||
    fail "odd-bounce does not run"
for page in oddb odd-bounce; do grep -q '^.SH SYNOPSIS' share/man/man1/$page.1 || fail "$page.1 is not a manual page"; done
grep -q -- '--only' share/man/man1/oddb.1 || grep -q -- 'only' share/man/man1/oddb.1 || fail "oddb.1 has no options"
bash -n share/bash-completion/completions/oddb || fail "the completion for bash"
python3 - <<'EOF' || fail "XML"
import xml.dom.minidom, sys
for f in ("share/mime/packages/odd-bounce.xml", "share/metainfo/dev.oddbounce.OddBounce.metainfo.xml",
          "share/icons/hicolor/scalable/apps/odd-bounce.svg"):
    xml.dom.minidom.parse(f)
EOF
for type in $(sed -n 's/^MimeType=//p' share/applications/odd-bounce.desktop | tr ';' ' '); do
    grep -q "type=\"$type\"" share/mime/packages/odd-bounce.xml || fail "$type is not defined"
done
if [ "$(id -u)" = 0 ] && ! dpkg -s odd-bounce >/dev/null 2>&1; then # into a database of its own
    mkdir -p "$work/inst/var/lib/dpkg/info" "$work/inst/var/lib/dpkg/updates" && : >"$work/inst/var/lib/dpkg/status"
    dpkg --root="$work/inst" --force-depends --force-script-chrootless -i "$deb" >/dev/null 2>&1 || fail "dpkg -i"
    [ -x "$work/inst/usr/bin/oddb" ] || fail "not installed"
    dpkg --root="$work/inst" -r odd-bounce >/dev/null 2>&1 || fail "dpkg -r"
    [ -z "$(find "$work/inst/usr" -type f 2>/dev/null)" ] || fail "files stay after removal"
fi
echo "the package is whole"
