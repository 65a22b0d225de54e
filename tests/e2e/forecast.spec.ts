import { expect, test } from './yard';

test('a docket is forecast, a plan is looked at and applied', async ({ yard, browser }) => {
  const page = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  await page.getByRole('link', { name: /^\d+ % sure$/ }).click();
  await expect(page.getByRole('heading', { name: 'When it can be done', exact: true })).toBeVisible();
  const chain = page.getByRole('region', { name: 'The chain that decides' });
  await expect(chain).toContainText('Fit the eight new keel bolts');
  await expect(page.getByRole('region', { name: 'Why not sooner' })).toContainText('Ines decides it');
  const sure = page.getByText(/^\d+ % sure(, \d+ % with this plan)?$/);
  const before = Number((await sure.textContent())!.split(' ')[0]);

  // By keyboard: what if Kit helped.
  await chain.getByRole('button', { name: 'Fit the eight new keel bolts' }).focus();
  await page.keyboard.press('Enter');
  const asked = page.getByRole('dialog', { name: 'What if: Fit the eight new keel bolts' });
  await asked.getByLabel('Who helps').selectOption({ label: 'Kit Ramaswamy' });
  await asked.getByRole('button', { name: 'Look at it' }).press('Enter');
  const plan = page.getByRole('region', { name: 'This plan' });
  await expect(plan).toContainText('Kit helps for');
  await expect(sure).toHaveText(/with this plan/);
  const then = Number(/, (\d+) % with/.exec((await sure.textContent())!)![1]);
  expect(then).toBeGreaterThan(before);

  // Discarded, all is as it was; agreed to, the task is Kit's too.
  await page.getByRole('button', { name: 'Discard', exact: true }).click();
  await expect(plan).toHaveCount(0);
  await expect(sure).toHaveText(`${before} % sure`);
  await chain.getByRole('button', { name: 'Fit the eight new keel bolts' }).click();
  await asked.getByLabel('Who helps').selectOption({ label: 'Kit Ramaswamy' });
  await asked.getByRole('button', { name: 'Look at it' }).click();
  await page.getByRole('button', { name: 'Apply this plan', exact: true }).click();
  await expect(plan).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'Who carries it' })).toContainText('Kit Ramaswamy');
  await page.goto(`${yard.url}/forecasts`);
  await expect(page.getByRole('row', { name: /J-1042/ })).toContainText(/launch, Tue 28 Apr 10:30/);
});
