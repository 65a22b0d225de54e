import { expect, test } from './yard';

test('who has how much is seen by days, and levelled by a proposal that is taken in part', async ({
  yard,
  browser,
}) => {
  const page = await yard.visit(browser, 'Odalys Brandt', '/tasks');
  await page.getByRole('button', { name: 'Load' }).click();
  const table = page.getByRole('table', { name: 'Load by people and days' });
  await expect(table).toBeVisible();

  // All of a day in full, with its dockets; pointed at, what is cut short stands at the foot.
  await table.getByRole('button', { name: /^Ines, Wed 22: / }).click();
  const list = page.getByRole('region', { name: 'Ines, Wed 22', exact: true });
  await expect(list).toContainText('Fit the eight new keel bolts');
  await expect(list).toContainText('J-1042');
  await list.getByRole('button', { name: 'Close' }).click();
  const work = table.getByRole('button', { name: /^Fit the eight new keel bolts/ }).first();
  await work.focus();
  await expect(page.getByText(/^Fit the eight new keel bolts · J-1042 .* h here/)).toBeVisible();

  // By weeks there are crews and people all the same.
  await page.getByRole('combobox', { name: 'Show' }).selectOption({ label: '4 weeks' });
  await expect(table.getByRole('columnheader', { name: '14 to 19 Apr' })).toBeVisible();

  await page.getByRole('link', { name: 'Level the work' }).click();
  await expect(page.getByRole('heading', { name: 'Level the work', exact: true })).toBeVisible();
  const steps = page.getByRole('list', { name: 'What is proposed' });
  await expect(steps.getByRole('listitem').first()).toBeVisible();
  const promises = page.getByRole('region', { name: 'What becomes of promises' });
  await expect(promises).toContainText('With all of it');
  const boxes = steps.getByRole('checkbox');
  const many = await boxes.count();
  const first = (await boxes.first().getAttribute('aria-label'))!;
  for (let n = 1; n < many; n++) await boxes.nth(n).uncheck();
  await page.getByRole('button', { name: many > 1 ? 'Take 1' : 'Take all of it', exact: true }).click();
  await expect(page.getByText('1 change is made.')).toBeVisible();
  await expect(page.getByRole('checkbox', { name: first, exact: true })).toHaveCount(0);
});
