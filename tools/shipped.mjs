// Lists what ships with Wrenlet from NuGet and npm, with versions and licences, as JSON. Run from the top of the tree.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

const report = JSON.parse(
  execFileSync('dotnet', ['list', 'src/Wrenlet.Server', 'package', '--include-transitive', '--format', 'json'], {
    stdio: ['ignore', 'pipe', 'ignore'],
    maxBuffer: 1 << 26,
  }),
);
const home = process.env.NUGET_PACKAGES ?? `${process.env.HOME}/.nuget/packages`;
const packages = new Map();
for (const framework of report.projects[0].frameworks)
  for (const p of [...(framework.topLevelPackages ?? []), ...(framework.transitivePackages ?? [])])
    packages.set(p.id.toLowerCase(), p);
const nuget = [...packages.keys()].sort().map((id) => {
  const { id: name, resolvedVersion: version } = packages.get(id);
  const spec = readFileSync(`${home}/${id}/${version.toLowerCase()}/${id}.nuspec`, 'utf8');
  const expression = /<license type="expression">([^<]+)</.exec(spec)?.[1];
  const licence =
    expression ??
    (/<license type="file">/.test(spec)
      ? 'a licence file in the package'
      : (/<licenseUrl>([^<]+)</.exec(spec)?.[1] ?? 'not stated'));
  return { from: 'nuget', name, version, licence, expression: expression !== undefined };
});

const lock = JSON.parse(readFileSync('package-lock.json', 'utf8')).packages;
const shipped = new Set();
const visit = (name, from) => {
  for (let at = from; ; at = at.replace(/\/?node_modules\/[^/]+(\/[^/]+)?$/, '')) {
    const path = `${at ? `${at}/` : ''}node_modules/${name}`;
    if (lock[path]) {
      if (shipped.has(path)) return;
      shipped.add(path);
      for (const d of Object.keys(lock[path].dependencies ?? {})) visit(d, path);
      return;
    }
    if (!at) return;
  }
};
for (const d of Object.keys(lock['src/web'].dependencies)) visit(d, '');
const npm = [...shipped].map((path) => ({
  from: 'npm',
  name: path.split('node_modules/').pop(),
  version: lock[path].version,
  licence: lock[path].license ?? 'not stated',
  expression: lock[path].license !== undefined,
}));

console.log(JSON.stringify([...nuget, ...npm]));
