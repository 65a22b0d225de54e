// Holds the order of the parts in the web (.dependency-cruiser.mjs), and shows that it would be seen if it were broken:
// in a small tree beside this one a file of every folder imports from one that it may not, and every rule must say so.

import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { cruise } from 'dependency-cruiser';
import config from './.dependency-cruiser.mjs';

/** What breaks the rules below a folder, as "rule from → to". */
async function breachesIn(baseDir) {
    const { forbidden, options } = config;
    const run = await cruise(['src'], { ...options, baseDir, validate: true, ruleSet: { forbidden } });
    return run.output.summary.violations.map((v) => `${v.rule.name}: ${v.from} → ${v.to}`);
}

const found = await breachesIn(import.meta.dirname);
for (const breach of found) console.error(breach);

/** A breach of every rule: the file that imports, and what it imports. */
const breaches = {
    'no-circles': ['people/around.ts', 'people/back.ts'],
    'api-alone': ['api/breach.ts', 'ui/thing.ts'],
    'ui-below-parts': ['ui/breach.ts', 'people/thing.ts'],
    'accounts-below-parts': ['accounts/breach.ts', 'people/thing.ts'],
    'people-from-the-left': ['people/breach.ts', 'dockets/thing.ts'],
    'dockets-from-the-left': ['dockets/breach.ts', 'conversations/thing.ts'],
    'conversations-from-the-left': ['conversations/breach.ts', 'tasks/thing.ts'],
    'tasks-from-the-left': ['tasks/breach.ts', 'asks/thing.ts'],
    'asks-from-the-left': ['asks/breach.ts', 'sheets/thing.ts'],
    'sheets-from-the-left': ['sheets/breach.ts', 'flow/thing.ts'],
    'flow-from-the-left': ['flow/breach.ts', 'alerts/thing.ts'],
    'alerts-from-the-left': ['alerts/breach.ts', 'finding/thing.ts'],
    'finding-from-the-left': ['finding/breach.ts', 'reports/thing.ts'],
    'reports-from-the-left': ['reports/breach.ts', 'pages/thing.ts'],
    'pages-compose': ['pages/breach.ts', 'app/thing.ts'],
    'standins-aside': ['standins/breach.ts', 'pages/thing.ts'],
    'standins-used-by-none': ['reports/aside.ts', 'standins/thing.ts'],
    'known-folders': ['app/breach.ts', 'elsewhere/thing.ts'],
};

const planted = mkdtempSync(join(tmpdir(), 'wrenlet-order-'));
try {
    const write = (file, text) => {
        mkdirSync(dirname(join(planted, 'src', file)), { recursive: true });
        writeFileSync(join(planted, 'src', file), text);
    };
    writeFileSync(join(planted, 'tsconfig.json'), '{}');
    for (const [from, to] of Object.values(breaches)) {
        write(to, 'export const thing = 1;\n');
        write(from, `export { thing } from '../${to.replace('.ts', '')}';\n`);
    }
    write('people/back.ts', "export { thing } from './around';\n");
    const seen = await breachesIn(planted);
    const missed = config.forbidden.filter(
        ({ name }) => !breaches[name] || !seen.some((b) => b.startsWith(`${name}: src/${breaches[name][0]} `)),
    );
    for (const { name } of missed) console.error(`A breach of ${name} would not be seen.`);
    process.exitCode = found.length + missed.length > 0 ? 1 : 0;
} finally {
    rmSync(planted, { recursive: true });
}
