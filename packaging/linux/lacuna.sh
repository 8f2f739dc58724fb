#!/bin/sh
# The command line of Lacuna, by the Java that comes with it.
input=given
{ : <&0; } 2>/dev/null || input=closed
pwd -P >/dev/null 2>&1 || {
  echo "The folder you are in no longer exists. Nothing was read or written. Change to another folder and try again." >&2
  exit 5
}
watched=false
[ ! -t 2 ] || watched=true
exec /usr/lib/lacuna/lib/runtime/bin/java -Dfile.encoding=UTF-8 "-Xmx${LACUNA_HEAP:-1g}" -XX:+UseSerialGC \
  -Dlacuna.terminal="$watched" -Dlacuna.stdin="$input" \
  --add-exports java.base/jdk.internal.module=ALL-UNNAMED \
  -cp "/usr/lib/lacuna/lib/app/*" app.lacuna.cli.Main "$@"
