// Ad hoc: node tests/e2e/look.mjs BASE OUT PERSON PATH [WIDTH HEIGHT] [STEPS...]
import { chromium } from '@playwright/test';
const [base, out, person, path, w = '1280', h = '800', ...steps] = process.argv.slice(2);
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox','--disable-gpu','--disable-quic','--no-first-run','--disable-background-networking','--disable-component-update','--disable-sync'] });
const page = await browser.newPage({ viewport: { width: +w, height: +h } });
page.on('console', (m) => ['error','warning'].includes(m.type()) && console.log('console', m.text()));
page.on('pageerror', (e) => console.log('pageerror', e.message));
await page.goto(base);
if (person !== '-') { await page.getByRole('button', { name: person }).click(); await page.waitForSelector('header nav, main'); await page.waitForTimeout(400); }
if (path !== '-') await page.goto(base + path);
await page.waitForTimeout(1200);
for (const s of steps) { await eval(`(async () => { ${s} })()`); await page.waitForTimeout(500); }
await page.screenshot({ path: out });
await browser.close();
