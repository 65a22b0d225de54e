import { join } from 'node:path';
import { expect, test } from './yard';

const to = (name: string) => join(import.meta.dirname, '../../docs/screenshots', `${name}.png`);

test('the pictures of the README', async ({ browser, yard }) => {
  const first = await yard.visit(browser, null);
  await expect(first.getByRole('heading', { name: 'Saltmarsh Quay' })).toBeVisible();
  await first.screenshot({ path: to('sign-in') });

  const page = await yard.visit(browser, 'Odalys Brandt', '/dockets/T-311');
  const ines = await yard.visit(browser, 'Ines Kowal', '/dockets/J-1042');
  await expect(ines.getByText('Go ahead with all eight.')).toBeVisible();
  await expect(page.getByText('Is it safe to stay on board')).toBeVisible();
  await page.goto(`${yard.url}/dockets/J-1042`);
  await expect(page.getByText('Ines is here')).toBeVisible();
  await page.screenshot({ path: to('docket') });

  await page.keyboard.press('j');
  await page.keyboard.press('t');
  await expect(page.getByRole('form', { name: 'Task from these words' })).toBeVisible();
  await page.waitForTimeout(400);
  await page.screenshot({ path: to('draft') });
  await page.keyboard.press('Escape');

  await page.evaluate(() => (document.documentElement.dataset.theme = 'dark'));
  await page.screenshot({ path: to('docket-dark') });
  await page.evaluate(() => (document.documentElement.dataset.theme = 'light'));

  await page.getByRole('button', { name: /^Alerts/ }).click();
  await expect(page.getByRole('dialog', { name: 'Alerts' })).toBeVisible();
  await page.screenshot({ path: to('alerts') });
  await page.keyboard.press('Escape');

  for (const [name, path] of [
    ['today', '/'],
    ['queues', '/queues'],
    ['dockets', '/dockets'],
    ['tasks', '/tasks'],
    ['post-office', '/post-office'],
  ] as const) {
    await page.goto(yard.url + path);
    await page.waitForLoadState('networkidle');
    await page.screenshot({ path: to(name) });
  }

  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Find or do' }).fill('bolts');
  await expect(
    page.getByRole('option').filter({ hasText: 'Go ahead with all eight' }).or(page.getByRole('option').nth(3)),
  ).toBeVisible();
  await page.screenshot({ path: to('find-or-do') });

  const phone = await yard.visit(browser, 'Ines Kowal', '/dockets/J-1042', { width: 390, height: 844 });
  await expect(phone.getByText('before the price goes up')).toBeVisible();
  await phone.screenshot({ path: to('docket-phone') });

  const link = await (async () => {
    await ines.getByRole('combobox', { name: 'With whom' }).selectOption('Benedikta Thorne');
    await ines.getByRole('button', { name: 'Make a private link' }).click();
    return ines.getByRole('link', { name: /\/with\// }).getAttribute('href');
  })();
  const customer = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await customer.goto(link!);
  await expect(customer.getByText('Go ahead with all eight.')).toBeVisible();
  await customer.screenshot({ path: to('customer-page') });
});
