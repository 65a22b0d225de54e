import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { Yard, expect, test } from './yard';

/** No violation of WCAG 2.2 A and AA, in either theme. */
async function fit(page: Page, what: string) {
  for (const theme of ['light', 'dark']) {
    await page.evaluate((t) => (document.documentElement.dataset.theme = t), theme);
    const { violations } = await new AxeBuilder({ page })
      .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
      .analyze();
    expect(
      violations.map((v) => `${what}, ${theme}: ${v.id} ${v.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`),
    ).toEqual([]);
  }
}

const places: [string, string, string][] = [
  ['Today', '/', 'Today, Odalys'],
  ['Queues', '/queues', 'Queues'],
  ['Dockets', '/dockets', 'Dockets'],
  ['a docket', '/dockets/J-1042', 'Quillfish: keel and rigging refit'],
  ['Tasks', '/tasks', 'Tasks'],
  ['the post office', '/post-office', 'Post office stand-in'],
];

for (const [name, path, heading] of places)
  test(`${name} has no accessibility violation, wide and narrow`, async ({ browser, yard }) => {
    for (const viewport of [
      { width: 1280, height: 800 },
      { width: 390, height: 844 },
    ]) {
      const page = await yard.visit(browser, 'Odalys Brandt', path, viewport);
      await expect(page.getByRole('heading', { name: heading }).first()).toBeVisible();
      await page.waitForLoadState('networkidle');
      await fit(page, `${name} at ${viewport.width}`);
      const wider = await page.evaluate(() => document.documentElement.scrollWidth > window.innerWidth);
      expect(wider, `${name} scrolls sideways at ${viewport.width}`).toBe(false);
      await page.context().close();
    }
  });

test('open panels have no accessibility violation', async ({ browser, yard }) => {
  const page = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  await expect(page.getByText('Go ahead with all eight.')).toBeVisible();
  await page.keyboard.press('j');
  await page.keyboard.press('t');
  await expect(page.getByRole('form', { name: 'Task from these words' })).toBeVisible();
  await fit(page, 'a draft');
  await page.keyboard.press('Escape');
  await page.keyboard.press('n');
  await page.getByRole('textbox', { name: /Note to colleagues/ }).pressSequentially('@o');
  await expect(page.getByRole('listbox', { name: 'Tags' })).toBeVisible();
  await fit(page, 'tags');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Alerts/ }).click();
  await expect(page.getByRole('dialog', { name: 'Alerts' })).toBeVisible();
  await fit(page, 'alerts');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('combobox', { name: 'Find or do' })).toBeVisible();
  await fit(page, 'find or do');
});

test('signing in and a customer’s page have no accessibility violation', async ({ browser, yard }) => {
  const first = await yard.visit(browser, null);
  await expect(first.getByRole('heading', { name: 'Saltmarsh Quay' })).toBeVisible();
  await fit(first, 'sign in');
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/T-312');
  await odalys.getByRole('button', { name: 'Make a private link' }).click();
  const link = await odalys.getByRole('link', { name: /\/with\// }).getAttribute('href');
  const customer = await (await browser.newContext()).newPage();
  await customer.goto(link!);
  await expect(customer.getByText('Heater is off and it has held since.')).toBeVisible();
  await fit(customer, 'a customer’s page');
});

test('the first visit sets the firm up', async ({ browser }) => {
  const yard = await Yard.open('--no-demo');
  try {
    const page = await yard.visit(browser, null);
    await expect(page.getByRole('heading', { name: 'Set up your firm' })).toBeVisible();
    await fit(page, 'set up');
    await page.getByLabel('Name', { exact: true }).fill('Northbank Boats');
    await page.getByLabel('Mail address').fill('hello@northbank.example');
    await page.getByLabel('Time zone').fill('Europe/Lisbn');
    await page.getByLabel('Holidays').fill('2026-05-01 Labour Day');
    await page.getByLabel('Your name').fill('Wilhelmina Achterberg');
    await page.getByLabel('Your address').fill('w@northbank.example');
    await page.getByLabel('Password').fill('long enough for that');
    await page.getByRole('button', { name: 'Set up and sign in' }).click();
    await expect(page.getByRole('alert')).toContainText('is no time zone');
    await page.getByLabel('Time zone').fill('Europe/Lisbon');
    await page.getByRole('button', { name: 'Set up and sign in' }).click();
    await expect(page.getByText('Nothing needs you just now')).toBeVisible();
  } finally {
    yard.close();
  }
});

test('on a phone one lane shows at a time, and the bar is at the foot', async ({ browser, yard }) => {
  const page = await yard.visit(browser, 'Ines Kowal', '/dockets/J-1042', { width: 390, height: 844 });
  const inside = page.getByRole('button', { name: 'Inside', exact: true });
  await expect(inside).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByText('before the price goes up')).toBeVisible();
  await expect(page.getByText('Go ahead with all eight.')).toHaveCount(0);
  await page.getByRole('button', { name: /^Outside/ }).click();
  await expect(page.getByText('Go ahead with all eight.')).toBeVisible();
  const bar = await page.getByRole('navigation', { name: 'Places' }).last().boundingBox();
  expect(bar!.y).toBeGreaterThan(760);
  for (const target of await page.getByRole('button').all()) {
    const box = await target.boundingBox();
    if (box && (await target.isVisible()))
      expect(Math.max(box.height, box.width), await target.innerText()).toBeGreaterThanOrEqual(24);
  }
});

test('the first load of a docket takes at most 250 KB of script', async ({ browser, yard }) => {
  const page = await yard.visit(browser, 'Odalys Brandt');
  await page.close();
  const context = await browser.newContext();
  const fresh = await context.newPage();
  await fresh.goto(yard.url);
  await fresh.getByRole('button', { name: 'Odalys Brandt' }).click();
  await expect(fresh.getByRole('heading', { name: /Today/ })).toBeVisible();
  const again = await context.newPage();
  let bytes = 0;
  const session = await context.newCDPSession(again);
  await session.send('Network.enable');
  await session.send('Network.setCacheDisabled', { cacheDisabled: true });
  const scripts = new Set<string>();
  session.on('Network.responseReceived', (e) => e.type === 'Script' && scripts.add(e.requestId));
  session.on('Network.loadingFinished', (e) => scripts.has(e.requestId) && (bytes += e.encodedDataLength));
  await again.goto(`${yard.url}/dockets/J-1042`);
  await expect(again.getByText('Go ahead with all eight.')).toBeVisible();
  await again.waitForLoadState('networkidle');
  expect(bytes).toBeGreaterThan(50_000);
  expect(bytes).toBeLessThan(250_000);
});
