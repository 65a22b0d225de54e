import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { Yard, expect, test } from './yard';

/** No violation of WCAG 2.2 A and AA, in either theme. */
async function fit(page: Page, what: string, themes = ['light', 'dark'], colours = true) {
  // What is half faded in has half its contrast.
  await page.emulateMedia({ reducedMotion: 'reduce' });
  for (const theme of themes) {
    await page.evaluate((t) => (document.documentElement.dataset.theme = t), theme);
    // The themes differ in their colours only: what is no matter of colour is looked at once.
    // There are no frames, so the check runs in the page itself, which takes a third of the time.
    const axe = new AxeBuilder({ page }).setLegacyMode(true);
    const { violations } = await (
      theme === 'dark' && themes.length > 1
        ? axe.withRules(['color-contrast'])
        : axe
            .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
            .disableRules(colours ? [] : ['color-contrast'])
    ).analyze();
    expect(
      violations.map((v) => `${what}, ${theme}: ${v.id} ${v.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`),
    ).toEqual([]);
  }
}

const places: [string, string, string, string?][] = [
  ['Today', '/', 'Today, Odalys'],
  ['Queues', '/queues', 'Queues'],
  ['Contacts', '/contacts', 'Contacts'],
  ['Reports', '/reports', 'Reports'],
  ['Stock replies', '/stock-replies', 'Stock replies'],
  ['Settings', '/set-up', 'Settings', 'Wilhelmina Achterberg'],
  ['Dockets', '/dockets', 'Dockets'],
  ['All conversations', '/talk?audience=outside', 'All conversations'],
  ['a docket', '/dockets/J-1042', 'Quillfish: keel and rigging refit'],
  ['Templates', '/templates', 'Templates'],
  ['Rules', '/rules', 'Rules', 'Tobiah Renn'],
  ['dockets that recur', '/templates?part=recurring', 'Templates'],
  ['Tasks', '/tasks', 'Tasks'],
  ['Asks', '/asks', 'Asks'],
  ['the noticeboard', '/noticeboard', 'Noticeboard'],
  ['the post office', '/post-office', 'Post office stand-in'],
];

for (const [name, path, heading, who = 'Odalys Brandt'] of places)
  test(`${name} has no accessibility violation, wide and narrow`, async ({ browser, yard }) => {
    const page = await yard.visit(browser, who, path);
    for (const viewport of [
      { width: 1280, height: 800 },
      { width: 390, height: 844 },
    ]) {
      await page.setViewportSize(viewport);
      await expect(page.getByRole('heading', { name: heading }).first()).toBeVisible();
      await page.waitForLoadState('networkidle');
      // What is narrow has the same colours as what is wide: they are looked at once.
      const wide = viewport.width > 400;
      await fit(page, `${name} at ${viewport.width}`, wide ? ['light', 'dark'] : ['light'], wide);
      const wider = await page.evaluate(() => document.documentElement.scrollWidth > window.innerWidth);
      expect(wider, `${name} scrolls sideways at ${viewport.width}`).toBe(false);
    }
  });

test('a conversation under the chart, the table and the parts of the set-up have no accessibility violation', async ({
  browser,
  yard,
}) => {
  const page = await yard.visit(browser, 'Odalys Brandt', '/queues');
  await page.getByRole('gridcell', { name: /T-311/ }).click();
  await expect(page.getByRole('complementary', { name: 'What can be done with it' })).toContainText('Best placed');
  await page.mouse.move(4, 300);
  await expect(page.getByRole('tooltip')).toHaveCount(0);
  await fit(page, 'the reading pane');
  await page.getByRole('button', { name: 'Later', exact: true }).click();
  await expect(page.getByRole('dialog', { name: 'Later, until' })).toBeVisible();
  await fit(page, 'setting aside', ['light']);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Table' }).click();
  await fit(page, 'the table', ['light']);
  await page.keyboard.press('c');
  await expect(page.getByRole('form', { name: 'Call note' })).toBeVisible();
  await fit(page, 'a call note', ['light']);
  const administrator = await yard.visit(browser, 'Wilhelmina Achterberg', '/set-up');
  for (const part of ['Hours', 'Holidays', 'People', 'Router', 'Texts', 'Backups', 'Log']) {
    await administrator.getByRole('main').getByRole('button', { name: part, exact: true }).click();
    await administrator.waitForLoadState('networkidle');
    await fit(administrator, part, ['light']);
  }

  // How a message is read: what it comes to, and what spoke for it.
  await administrator.getByRole('main').getByRole('button', { name: 'Reading', exact: true }).click();
  await administrator
    .getByLabel('Message to read')
    .fill('Kit, the tail lift creaks, could you grease it by Thursday? No rush.');
  await administrator.getByRole('button', { name: 'Read it' }).click();
  await expect(administrator.getByRole('status').filter({ hasText: 'Grease the tail lift · Kit' })).toBeVisible();
  await fit(administrator, 'Reading', ['light', 'dark']);
});

test('tasks as a table with one open beside it, as a calendar and as load have no accessibility violation', async ({
  browser,
  yard,
}) => {
  const page = await yard.visit(browser, 'Odalys Brandt', '/tasks');
  await page.getByRole('button', { name: 'Table' }).click();
  await page.getByRole('combobox', { name: 'Whose tasks' }).selectOption('all');
  await page.getByRole('button', { name: 'Quote for a new forestay' }).click();
  await expect(page.getByRole('complementary', { name: 'Task' })).toContainText('Waits for');
  await fit(page, 'A table of tasks', ['light']);
  await page.getByRole('button', { name: 'Calendar' }).click();
  await expect(page.getByRole('heading', { name: 'April 2026', exact: true })).toBeVisible();
  await fit(page, 'A calendar of tasks', ['light']);
  await page.getByRole('button', { name: 'Load' }).click();
  await expect(page.getByRole('table', { name: 'Load by people and days' })).toBeVisible();
  await fit(page, 'Load', ['light']);
  await page.getByRole('link', { name: 'Level the work' }).click();
  await expect(page.getByRole('list', { name: 'What is proposed' })).toBeVisible();
  await fit(page, 'Level the work', ['light']);
});

test('a meeting, and the form that sets one, have no accessibility violation', async ({ browser, yard }) => {
  const page = await yard.visit(browser, 'Kit Ramaswamy', '/dockets/P-7');
  await page.getByRole('region', { name: /^Meeting: Which racking/ }).waitFor();
  await page.getByRole('button', { name: /^Set up a meeting/ }).click();
  await page.getByRole('button', { name: 'who?' }).click();
  await page.getByRole('checkbox', { name: /Odalys Brandt/ }).check();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('figure', { name: /hours, Tue 14 Apr/ })).toBeVisible();
  await fit(page, 'setting a meeting');
  await page.getByRole('button', { name: 'No meeting' }).click();
  await page.getByRole('link', { name: 'Which racking for shed two' }).first().click();
  await expect(page.getByRole('heading', { name: 'Which racking for shed two', exact: true })).toBeVisible();
  await fit(page, 'a meeting', ['light']);
});

test('sheets of each kind, being read, compared and written on, have no accessibility violation', async ({
  browser,
  yard,
}) => {
  const page = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  const open = async (name: RegExp) => {
    await page.goto(`${yard.url}/dockets/J-1042`);
    await page.getByRole('complementary', { name: 'Commitments' }).getByRole('link', { name }).click();
    await expect(page.getByRole('region', { name: 'Discussions' })).toBeVisible();
  };
  await open(/^Page Survey report/);
  await fit(page, 'a page');
  await page.getByRole('button', { name: 'What changed', exact: true }).click();
  await expect(page.getByText(/From revision/)).toBeVisible();
  await fit(page, 'what changed on a page');
  await open(/^Table Hull moisture/);
  await page.getByRole('button', { name: 'What changed', exact: true }).click();
  await expect(page.getByText(/From revision/)).toBeVisible();
  await fit(page, 'what changed in a table', ['light']);
  await page.keyboard.press('e');
  await expect(page.getByLabel('Side, row 1', { exact: true })).toBeVisible();
  await fit(page, 'writing in a table', ['light']);
  await open(/^Page Survey report/);
  await page.keyboard.press('e');
  await expect(page.getByRole('textbox', { name: 'Survey report' })).toBeVisible();
  await fit(page, 'writing on a page', ['light']);
  await open(/^Drawing Deck plan/);
  await fit(page, 'a drawing', ['light']);
  await page.setViewportSize({ width: 390, height: 844 });
  const wider = await page.evaluate(() => document.documentElement.scrollWidth > window.innerWidth);
  expect(wider, 'a drawing scrolls sideways').toBe(false);
});

test('open panels have no accessibility violation', async ({ browser, yard }) => {
  const page = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  await expect(page.getByText('Go ahead with all eight.')).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('t');
  await expect(page.getByRole('form', { name: 'Task from these words' }).first()).toBeVisible();
  await fit(page, 'a draft');
  await page.keyboard.press('Escape');
  await page.keyboard.press('n');
  await page.getByRole('textbox', { name: /note for colleagues/ }).pressSequentially('@o');
  await expect(page.getByRole('listbox', { name: 'Tags' })).toBeVisible();
  await fit(page, 'tags', ['light']);
  // Drafts are kept on the server: what was typed here is not to stand in the way of another test.
  await page.keyboard.press('Backspace');
  await page.keyboard.press('Backspace');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Alerts \d/ }).click();
  await expect(page.getByRole('dialog', { name: 'Alerts' })).toBeVisible();
  await fit(page, 'alerts', ['light']);
  await page.getByRole('button', { name: 'Alert settings' }).click();
  await expect(page.getByLabel(/Email me what I have not read/)).toBeVisible();
  await fit(page, 'how one is told', ['light']);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Colleagues/ }).click();
  await page.getByRole('button', { name: /^Kit Ramaswamy/ }).click();
  await expect(page.getByRole('region', { name: 'Carried: Kit Ramaswamy' })).toBeVisible();
  await fit(page, 'a carried conversation', ['light']);
  await page.getByRole('button', { name: /the draft is kept/ }).click();
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('combobox', { name: 'Search or do' })).toBeVisible();
  await fit(page, 'search or do', ['light']);
});

test('signing in and a customer’s page have no accessibility violation', async ({ browser, yard }) => {
  const first = await yard.visit(browser, null);
  await expect(first.getByRole('heading', { name: 'Saltmarsh Quay', exact: true })).toBeVisible();
  await fit(first, 'sign in');
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/T-312');
  await odalys.getByRole('button', { name: 'Make a private link' }).click();
  const link = await odalys.getByRole('link', { name: /\/with\// }).getAttribute('href');
  const customer = await (await browser.newContext()).newPage();
  await customer.goto(link!);
  await expect(customer.getByText('Heater is off and it has held since.')).toBeVisible();
  await fit(customer, 'a customer’s page');
});

/** The newest link mailed by which a password is chosen. */
function mailedLink(yard: Yard): string | undefined {
  const out = join(yard.folder, 'post', 'out');
  return (existsSync(out) ? readdirSync(out).sort() : [])
    .map((f) => /\/account\/[0-9a-f]{64}/.exec(readFileSync(join(out, f), 'utf8').replace(/=\r?\n/g, ''))?.[0])
    .findLast((link) => link);
}

test('who forgot the password asks for a link, and chooses another by it', async ({ browser }) => {
  const yard = await Yard.open('--no-demo');
  try {
    const page = await yard.visit(browser, null, '/', { width: 390, height: 844 });
    await yard.setUp(
      page,
      'Northbank Boats',
      'hello@northbank.example',
      'Wilhelmina Achterberg',
      'w@northbank.example',
      'long enough for that',
    );
    await expect(page.getByText('Nothing needs you just now')).toBeVisible();

    const other = await yard.visit(browser, null, '/', { width: 390, height: 844 });
    await other.getByRole('button', { name: 'Forgot your password?' }).click();
    await fit(other, 'a forgotten password');
    await other.getByLabel('Email address').fill('w@northbank.example');
    await other.keyboard.press('Enter');
    await expect(other.getByRole('status')).toContainText('a mail with a link is on its way');
    await expect.poll(() => mailedLink(yard)).toBeTruthy();
    await other.goto(yard.url + mailedLink(yard)!);
    await expect(other.getByText('Wilhelmina Achterberg')).toBeVisible();
    await fit(other, 'choosing a password');
    await other.getByLabel('New password').fill('another one of mine');
    await other.keyboard.press('Enter');
    await expect(other.getByText('Nothing needs you just now')).toBeVisible();

    // Signed out elsewhere, and the link is used up.
    await page.reload();
    await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
    await page.goto(yard.url + mailedLink(yard)!);
    await expect(page.getByRole('alert')).toContainText('no longer works');
    await fit(page, 'a link that was used');
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
  // Someone who has no draft there: with one, the editor comes with it.
  const page = await yard.visit(browser, 'Tobiah Renn');
  await page.close();
  const context = await browser.newContext();
  const fresh = await context.newPage();
  await fresh.goto(yard.url);
  await fresh.getByRole('button', { name: 'Tobiah Renn' }).click();
  await expect(fresh.getByRole('heading', { name: /Today/ })).toBeVisible();
  const again = await context.newPage();
  // What is fetched ahead once the page is at rest is no part of its first load.
  await again.addInitScript(() => Object.defineProperty(navigator, 'connection', { value: { saveData: true } }));
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
