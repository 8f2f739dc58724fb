# Shared by the scripts beside it; sourced, not run. Installs what a fresh Debian machine lacks and
# builds when sources changed. Needs: root set to the top folder.

# File names are read as UTF-8 wherever the system is; the language stays the user's.
user_locale=${LC_ALL:-${LC_MESSAGES:-${LANG:-}}}
export LC_ALL=C.UTF-8
build_dir="$root/.build"
mkdir -p "$build_dir"

# Packages for: building, the window, a virtual display, fonts as a fallback.
build_packages="openjdk-17-jdk-headless maven"
window_packages="libgtk-3-0 libgl1 libxtst6 libxxf86vm1 fontconfig fonts-dejavu-core"
display_packages="xvfb xauth"
# Readers that are not ours, for the tests: Python with its zipfile, libarchive, Node for zip.js.
# Another implementation of the trash, with the bus that its service is started on.
# The tracer of system calls holds a process in the middle of a step; chattr keeps a file from going.
# A browser with its driver opens the opener page; the tester of file systems reads images of discs.
outside_packages="grub-common chromium chromium-driver python3 libarchive13 strace e2fsprogs libglib2.0-bin gvfs gvfs-daemons dbus"

is_installed() {
  dpkg-query -W -f='${Status}' "$1" 2>/dev/null | grep -q "install ok installed"
}

# install_packages NAME...: only what is missing, quietly.
install_packages() {
  local missing=() package
  command -v dpkg-query >/dev/null || return 0
  for package in "$@"; do
    is_installed "$package" || missing+=("$package")
  done
  [ ${#missing[@]} -gt 0 ] || return 0
  echo "Installing: ${missing[*]}" >&2
  local as_root=()
  [ "$(id -u)" -eq 0 ] || as_root=(sudo)
  {
    "${as_root[@]}" apt-get update -qq &&
      DEBIAN_FRONTEND=noninteractive "${as_root[@]}" apt-get \
        -o DPkg::Lock::Timeout=180 install -y -qq --no-install-recommends "${missing[@]}"
  } >"$build_dir/install.log" 2>&1 || {
    echo "Could not install ${missing[*]}; see .build/install.log" >&2
    exit 1
  }
}

# A Java of 17 or newer and Maven; installed only where they are missing.
need_build_tools() {
  local version=0
  if command -v javac >/dev/null; then
    # what Java picks up from the environment is told in a line before
    version=$(javac -version 2>&1 | sed -n 's/^javac \([0-9]*\).*/\1/p')
  fi
  if [ "${version:-0}" -lt 17 ] || ! command -v mvn >/dev/null; then
    # shellcheck disable=SC2086
    install_packages $build_packages
  fi
}

need_window() {
  # shellcheck disable=SC2086
  install_packages $window_packages
}

need_virtual_display() {
  # shellcheck disable=SC2086
  install_packages $display_packages
}

# Readers that the tests hold archives against.
need_outside_readers() {
  # shellcheck disable=SC2086
  install_packages $outside_packages
  command -v node >/dev/null || install_packages nodejs
  command -v npm >/dev/null || install_packages npm
}

# What the program is made of: names and times of all sources.
source_state() {
  (cd "$root" && find pom.xml docs/GUIDE.md lacuna-*/pom.xml lacuna-*/src/main -type f -printf '%p %T@ %s\n' | sort | sha256sum)
}

# is_built: whether the classes of everything that is started are there; cleaning takes them away.
is_built() {
  local module
  for module in lacuna-vector lacuna-core lacuna-cli lacuna-demo lacuna-demo-drive lacuna-desktop lacuna-demo-window; do
    [ -d "$root/$module/target/classes" ] || return 1
  done
  [ -e "$root/lacuna-cli/target/lacuna-cli.jar" ] || return 1
}

# build_if_changed: makes the program, without running its tests.
build_if_changed() {
  local state
  state=$(source_state)
  if [ "$(cat "$build_dir/state" 2>/dev/null)" = "$state" ] && is_built; then
    return 0
  fi
  echo "Building Lacuna (the first time this takes a few minutes)" >&2
  need_build_tools
  (cd "$root" && mvn -q -B -ntp -DskipTests -Dspotless.check.skip=true package) \
    >"$build_dir/build.log" 2>&1 || {
    tail -n 40 "$build_dir/build.log" >&2
    echo "The build failed; see .build/build.log" >&2
    exit 1
  }
  echo "$state" >"$build_dir/state"
}

# fuzz_all: every fuzz target, each in its own process, two side by side. The modules have been built.
fuzz_all() {
  export -f fuzz_test
  export root build_dir
  printf '%s\n' ReaderFuzzTest SalvageFuzzTest KeepingFuzzTest TarFuzzTest \
    LayeredFuzzTest SalvageCountFuzzTest NameRulesFuzzTest PgpFuzzTest |
    xargs -P 2 -I '{}' bash -c 'fuzz_test {}'
}

fuzz_test() {
  local test=$1
  # reports of its own: two Javas that write to the same folder are in each other's way
  JAZZER_FUZZ=1 mvn -q -B -ntp -f "$root/pom.xml" -pl lacuna-fuzz surefire:test \
    -Dtest="$test" -Dsurefire.reportsDirectory="$build_dir/fuzz-reports/$test" \
    >"$build_dir/fuzz-$test.log" 2>&1 || {
    tail -n 60 "$build_dir/fuzz-$test.log" >&2
    echo "$test found something; see .build/fuzz-$test.log" >&2
    return 1
  }
  echo "Fuzzing: $test: $(grep -o 'Seed: [0-9]*' "$build_dir/fuzz-$test.log" | head -n 1)," \
    "$(grep -o 'Done [0-9]* runs' "$build_dir/fuzz-$test.log")" >&2
}

# class_path MODULE: its own classes and everything it needs.
class_path() {
  echo "$root/$1/target/classes:$root/$1/target/lib/*"
}

# java_mark: a word for the Java that is used, another one for another Java.
java_mark() {
  stat -L -c '%n %i %Y %s' "$(command -v java)" | cksum | tr ' ' -
}

# java_version: its main number, asked once for each Java.
java_version() {
  local known
  known="$build_dir/java-$(java_mark)"
  [ -s "$known" ] || java -version 2>&1 | sed -n 's/^[a-z]* version "\([0-9]*\).*/\1/p' >"$known"
  cat "$known"
}

# Java's own options, the same everywhere. Fonts and names of files need UTF-8.
java_options() {
  local options="-Dfile.encoding=UTF-8"
  local version
  version=$(java_version)
  if [[ $user_locale =~ ^([a-z]{2,3})_([A-Z]{2})([.@].*)?$ ]]; then
    options="$options -Duser.language=${BASH_REMATCH[1]} -Duser.country=${BASH_REMATCH[2]}"
  fi
  [ "${version:-17}" -lt 22 ] || options="$options --enable-native-access=ALL-UNNAMED"
  echo "$options"
}

# many_keys_option: lets the vector module be loaded when many keys are derived. The command line's
# jar says the same in its manifest.
many_keys_option() {
  echo "--add-exports=java.base/jdk.internal.module=ALL-UNNAMED"
}

# class_archive: options for a start with classes that were read before. The archive of them is made
# at the first start after a build, by packing a small file; without it the start is slower.
class_archive() {
  local archive jar="$root/lacuna-cli/target/lacuna-cli.jar"
  archive="$build_dir/classes-$(java_mark).jsa"
  if [ ! -e "$archive" ] ||
    [ -n "$(find "$jar" "$root/lacuna-cli/target/lib" -newer "$archive" -print -quit)" ]; then
    make_class_archive "$archive" "$jar"
  fi
  # An empty one says that this Java made none.
  [ ! -s "$archive" ] || echo "-XX:SharedArchiveFile=$archive -Xlog:disable"
}

make_class_archive() {
  local archive=$1 jar=$2 work
  work=$(mktemp -d) || return 0
  echo "Tide tables of the dyke" >"$work/notes.txt"
  echo "ebb and flood" >"$work/password"
  # shellcheck disable=SC2046
  java $(java_options) $cli_options -XX:ArchiveClassesAtExit="$archive.$$" -Xlog:disable \
    -Dlacuna.state="$work/state" -jar "$jar" pack "$work/notes.txt" -o "$work/a.zip" \
    --password-from "file:$work/password" >/dev/null 2>&1 || true
  rm -rf "$work"
  [ -e "$archive.$$" ] || : >"$archive.$$"
  mv -f "$archive.$$" "$archive"
}

# How the command line uses memory; its archive of classes is made for just that.
cli_options="-Xmx${LACUNA_HEAP:-1g} -XX:+UseSerialGC"

# report_coverage: branch coverage of each package, from the reports of JaCoCo.
report_coverage() {
  local report
  for report in "$root"/lacuna-*/target/site/jacoco/jacoco.csv; do
    awk -F, 'NR > 1 { missed[$2] += $6; covered[$2] += $7 }
      END { for (p in missed) if (missed[p] + covered[p] > 0)
        printf "%5.1f %%  %5d of %5d branches  %s\n", 100 * covered[p] / (missed[p] + covered[p]), covered[p],
          missed[p] + covered[p], p }' "$report" | sort -k 6
  done
}

# same_jars_again: builds what ships once more, from a copy in another folder, and compares the jars.
same_jars_again() {
  local again="$build_dir/again" module jar
  rm -rf "$again"
  mkdir -p "$again/docs"
  cp "$root/pom.xml" "$again/"
  cp "$root/docs/GUIDE.md" "$again/docs/"
  for module in "$root"/lacuna-*; do
    mkdir -p "$again/$(basename "$module")/src"
    cp "$module/pom.xml" "$again/$(basename "$module")/"
    [ ! -d "$module/src/main" ] || cp -r "$module/src/main" "$again/$(basename "$module")/src/"
  done
  (cd "$again" && mvn -q -B -ntp package -Dmaven.test.skip=true -Dspotless.check.skip=true \
    -pl lacuna-vector,lacuna-core,lacuna-cli,lacuna-desktop) >"$build_dir/again.log" 2>&1 || {
    tail -n 20 "$build_dir/again.log" >&2
    echo "It could not be built once more; see .build/again.log" >&2
    return 1
  }
  for module in lacuna-vector lacuna-core lacuna-cli lacuna-desktop; do
    for jar in "$again/$module"/target/"$module"*.jar; do
      cmp "$jar" "$root/$module/target/$(basename "$jar")" || {
        echo "Two builds of $(basename "$jar") are not the same" >&2
        return 1
      }
    done
  done
  rm -rf "$again"
}
