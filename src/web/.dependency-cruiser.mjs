// The order of the parts in the web, as the architecture has it: what stands further right may use what stands further
// left, and nothing the other way around. `npm run order` holds it, and tries it on breaches that it plants.

const parts = [
  'people',
  'dockets',
  'conversations',
  'tasks',
  'asks',
  'sheets',
  'flow',
  'alerts',
  'finding',
  'reports',
];

const of = (folders) => `^src/(${folders.join('|')})/`;

/** What a folder may import from beside itself; every other folder of `src` is forbidden to it. */
const only = (name, from, allowed, why) => ({
  name,
  severity: 'error',
  comment: why,
  from: { path: of(from) },
  to: { path: '^src/', pathNot: of([...from, ...allowed]) },
});

export default {
  forbidden: [
    { name: 'no-circles', severity: 'error', comment: 'No file needs itself.', from: {}, to: { circular: true } },
    only('api-alone', ['api'], [], 'The connection to the server knows no part and no look.'),
    only('ui-below-parts', ['ui'], ['api'], 'What is drawn everywhere knows no part.'),
    only('accounts-below-parts', ['accounts'], ['ui', 'api'], 'Who one is comes before every part.'),
    ...parts.map((part, i) =>
      only(
        `${part}-from-the-left`,
        [part],
        [...parts.slice(0, i), 'ui', 'api', 'accounts'],
        'A part uses parts to its left; a page that shows several stands in pages.',
      ),
    ),
    only('pages-compose', ['pages'], [...parts, 'ui', 'api', 'accounts'], 'Pages compose parts; the application composes pages.'),
    only('standins-aside', ['standins'], [...parts, 'ui', 'api', 'accounts'], 'Stand-ins use any part.'),
    {
      name: 'standins-used-by-none',
      severity: 'error',
      comment: 'Only the application knows stand-ins.',
      from: { path: '^src/', pathNot: of(['app', 'standins']) },
      to: { path: of(['standins']) },
    },
    {
      name: 'known-folders',
      severity: 'error',
      comment: 'A new folder is given its place here first.',
      from: {},
      to: { path: '^src/', pathNot: of([...parts, 'api', 'ui', 'accounts', 'pages', 'standins', 'app']) },
    },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.css'] },
  },
};
