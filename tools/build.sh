# Builds the application into .build/app, unless nothing has changed since the last time. Sourced by run, test, bench and shots.

# Whether a stamp is older than any file that it stands for, or was made by another build. A stamp has the time at which its build
# began: what is changed while it runs is built the next time. The API's document is what a
# build makes, and nothing is built of it.
changed_since() {
  local stamp=$1; shift
  [ ! -e "$stamp" ] || [ -n "$(find "$@" -newer "$stamp" -type f -not -path '*/bin/*' -not -path '*/obj/*' -not -path '*/wwwroot/*' -not -path '*/node_modules/*' -not -name openapi.json -print -quit 2>/dev/null)" ]
}

# The web's packages, and the web application from them.
build_web() {
  local top=$1 build=$1/.build
  mkdir -p "$build"
  if changed_since "$build/packages" "$top/package-lock.json" "$top/package.json" "$top/src/web/package.json" || [ ! -d "$top/node_modules" ]; then
    echo "Installing the web's packages (once) ..." >&2
    (cd "$top" && npm ci --no-audit --no-fund --loglevel=error >&2) || return 1
    touch "$build/packages"
  fi
  if changed_since "$build/web" "$top/src/web" "$top/package-lock.json" || [ ! -f "$top/src/Wrenlet.Server/wwwroot/index.html" ]; then
    echo "Building the web application ..." >&2
    touch "$build/web.begun"
    (cd "$top/src/web" && npx vite build --logLevel error >&2) || return 1
    mv "$build/web.begun" "$build/web"
  fi
}

# The whole application. With "compiled" as the second word its projects are compiled in Release already, and only made ready.
build_application() {
  local top=$1 build=$1/.build how=${2:+--no-build -p:ForThisMachine=true}
  build_web "$top" || return 1
  if changed_since "$build/app.stamp" "$top/src/Wrenlet.Core" "$top/src/Wrenlet.Formats" "$top/src/Wrenlet.Storage" "$top/src/Wrenlet.Server" "$top/demo" "$build/web" "$top/Directory.Packages.props"; then
    echo "Building the server ..." >&2
    rm -rf "$build/app.new"
    touch "$build/app.begun"
    dotnet publish "$top/src/Wrenlet.Server" -c Release -o "$build/app.new" -p:OpenApiGenerateDocuments=false -p:RunAnalyzers=false ${how:---use-current-runtime} -v quiet --nologo >&2 || return 1
    rm -rf "$build/app" && mv "$build/app.new" "$build/app"
    mv "$build/app.begun" "$build/app.stamp"
  fi
}
