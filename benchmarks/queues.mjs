// Opens the Queues page of a running server as Odalys in headless Chromium, and prints as JSON: milliseconds from opening it until
// its first rows are painted, and the longest task while all rows are read, scrolled, left alone while others work, and leapt through.
//   node queues.mjs URL
import { createRequire } from 'node:module';
const { chromium } = createRequire(new URL('../tests/e2e/package.json', import.meta.url))('@playwright/test');

const url = process.argv[2];
const flags = ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'];
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: flags });
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
await page.goto(url);
await page.getByRole('button', { name: 'Odalys Brandt' }).click();
await page.getByRole('link', { name: 'Wrenlet, to Today' }).waitFor();
await page.goto(`${url}/tasks`);
await page.waitForTimeout(4000);

await page.evaluate(() => {
  window.long = [];
  new PerformanceObserver((list) => window.long.push(...list.getEntries().map((e) => e.duration))).observe({ type: 'longtask' });
});
// Within the application, with the page's script fetched already: from the click to the first row on the screen.
const painted = await page.evaluate(
  () =>
    new Promise((resolve) => {
      const link = document.querySelector('a[href="/queues"]');
      const from = performance.now();
      const look = () => {
        if (document.querySelector('[data-row]')) requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - from)));
        else requestAnimationFrame(look);
      };
      link.click();
      look();
    }),
);
// Anew, as after a reload: the board is read and its first part painted, then the rest.
await page.reload();
const anew = await page.evaluate(async () => {
  window.long = [];
  new PerformanceObserver((list) => window.long.push(...list.getEntries().map((e) => e.duration))).observe({ type: 'longtask' });
  while (!document.querySelector('[data-row]')) await new Promise(requestAnimationFrame);
  return performance.now();
});
await page.waitForTimeout(3000);
const loading = await page.evaluate(() => Math.max(0, ...window.long.splice(0)));
// Scrolled with the wheel, as people do.
await page.mouse.move(700, 400);
for (let i = 0; i < 60; i++) {
  await page.mouse.wheel(0, i % 20 < 15 ? 240 : -360);
  await page.waitForTimeout(40);
}
await page.waitForTimeout(500);
const scrolled = await page.evaluate(() => Math.max(0, ...window.long.splice(0)));
// Left alone while others work: five conversations are taken, a second and a half apart.
await page.evaluate(async () => {
  const me = await (await fetch('/api/me')).json();
  const { rows } = await (await fetch('/api/queues/board?count=60')).json();
  window.long.splice(0);
  for (const row of rows.filter((r) => r.owner === null).slice(0, 5)) {
    await fetch(`/api/conversations/${row.id}/owner`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json', 'X-Wrenlet-Guard': me.guard },
      body: JSON.stringify({ person: me.person.id }),
    });
    await new Promise((resolve) => setTimeout(resolve, 1500));
  }
});
await page.waitForTimeout(4000);
const living = await page.evaluate(() => Math.max(0, ...window.long.splice(0)));
// Leaps from one end to another, each in one frame: more than a hand can do.
await page.evaluate(async () => {
  const grid = document.querySelector('[role=grid]');
  for (let i = 0; i < 120; i++) {
    grid.scrollTop = (grid.scrollHeight * ((i * 37) % 120)) / 120;
    await new Promise(requestAnimationFrame);
  }
});
await page.waitForTimeout(500);
const leaping = await page.evaluate(() => Math.max(0, ...window.long.splice(0)));
const rows = await page.evaluate(() => Number(document.querySelector('[role=grid]').getAttribute('aria-rowcount')));
console.log(JSON.stringify({ painted, anew, loading, scrolled, living, leaping, rows }));
await browser.close();
