# Shared by ./raconteur, ./package and ./check: builds what is missing and lays the paths. Sourced after tools/setup.sh.

target="$here/desktop/target"
built="$target/built"

newer_sources() {
  [ ! -e "$built" ] || [ -n "$(find "$here"/pom.xml "$here"/*/pom.xml "$here"/*/src/main "$here"/docs/manual -newer "$built" -print -quit)" ]
}

build() {
  need_maven || exit 1
  say "building; the first time fetches libraries and takes some minutes"
  rm -rf "$target/lib"
  (cd "$here" && mvn -B -DskipTests package) > >(
    while IFS= read -r line; do
      case $line in
        *"[INFO] Building "*" "*"["*) say "  ${line#*Building }" ;;
        *ERROR*) printf '%s\n' "$line" >&2 ;;
      esac
    done
  ) 2>&1 || { say "the build failed; 'mvn package' says more"; exit 1; }
  rm -f "$target/raconteur.aot" "$target/commands"
  touch "$built"
}

# Everything on the class path but JavaFX, which wants the module path.
class_path="" module_path=""
lay_paths() {
  local jar
  for jar in "$target"/desktop-*.jar "$target"/lib/*.jar; do
    case $jar in
      # With the platform in the name; those without are empty.
      */javafx-*-*-*.jar) module_path="$module_path:$jar" ;;
      */javafx-*) ;;
      *) class_path="$class_path:$jar" ;;
    esac
  done
  java_options=(
    --module-path "${module_path#:}" --add-modules javafx.controls,javafx.swing
    --enable-native-access=javafx.graphics,ALL-UNNAMED
    -XX:+UseSerialGC -XX:TieredStopAtLevel=4 -Xmx1g
    -cp "${class_path#:}")
}

headless=(-Dglass.platform=Headless -Dprism.order=sw)
