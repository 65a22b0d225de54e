import { Yard, expect, test } from './yard';

test('a job enters Work: the customer, the office and a lock react; a mistake is undone, and the lock opens', async ({
  browser,
}) => {
  const yard = await Yard.open('--think-seconds', '20');
  try {
    const page = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1026');
    const stages = page.getByRole('list', { name: 'Stages' });
    const toWork = async () => {
      await stages.getByRole('button', { name: /^Work/ }).click();
      await expect(page.getByRole('region', { name: 'Rule “Work begins” will' })).toContainText(
        'give office the task “Invoice the deposit for J-1026”',
      );
    };
    // A mistake: undone in time, it has not been.
    await toWork();
    await page.getByRole('button', { name: 'Move to Work' }).click();
    await expect(stages.locator('[aria-current=step]')).toHaveText('Work');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(stages.locator('[aria-current=step]')).toHaveText('Survey');
    await expect(page.getByText('moved this from Survey to Work')).toHaveCount(0);

    // In earnest, with a text of one's own.
    await toWork();
    await page.getByRole('button', { name: 'Read and change the text' }).click();
    await page
      .getByRole('textbox', { name: /^Text: mail the customer/ })
      .fill('Good day Sabine, we lift her tomorrow.');
    await page.getByRole('button', { name: 'Move to Work' }).click();
    await expect(page.getByText('Odalys moved this from Survey to Work')).toBeVisible();
    await expect(page.getByText(/The rule “Work begins” \(a Job enters Work\): wrote “work begins”/)).toBeVisible({
      timeout: 60_000,
    });
    await expect(page.getByText('Good day Sabine, we lift her tomorrow.')).toBeVisible();

    // She is of the office, and has been told of the task: that is put away first.
    const told = page.getByRole('region', { name: 'New alerts' });
    await expect(told).toContainText('Invoice the deposit for J-1026');
    await told.getByRole('button', { name: 'Dismiss' }).first().click();
    await expect(told.getByRole('button', { name: 'Dismiss' })).toHaveCount(0);

    // Nobody goes past the lock; it opens with the task.
    await stages.getByRole('button', { name: /^Launch/ }).click();
    const launch = page.getByRole('dialog', { name: 'Move to Launch' });
    await expect(launch).toContainText('locked');
    await expect(launch).toContainText('You cannot move it past these.');
    await page.keyboard.press('Escape');
    await page
      .getByRole('complementary', { name: 'Commitments' })
      .getByRole('checkbox', { name: /Invoice the deposit for J-1026/ })
      .click();
    await stages.getByRole('button', { name: /^Launch/ }).click();
    await expect(launch.getByRole('button', { name: 'Move to Launch' })).toBeVisible();
  } finally {
    yard.close();
  }
});

test('a rule is made, tried on the past, switched on, acts, and what it did is undone', async ({ browser, yard }) => {
  const tobiah = await yard.visit(browser, 'Tobiah Renn', '/rules');
  await tobiah.getByRole('button', { name: 'New rule' }).click();
  await tobiah.getByLabel('Name of the rule').fill('Look at the mast');
  await tobiah.getByRole('combobox', { name: 'Stage' }).selectOption({ label: 'Quote' });
  await tobiah.getByRole('combobox', { name: 'Step 1' }).selectOption('give somebody a task');
  await tobiah.getByRole('textbox', { name: 'Task' }).fill('Look at the mast of {docket}');
  await tobiah.getByRole('button', { name: 'Try it on the past' }).click();
  await expect(tobiah.getByRole('status').filter({ hasText: 'it would have acted' })).toBeVisible();
  await tobiah.getByRole('button', { name: 'Save and switch on' }).click();
  await expect(tobiah.getByText('Look at the mast is on.')).toBeVisible();

  // By stage: the card is moved with the keyboard alone.
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets');
  await odalys.getByRole('button', { name: 'By stage' }).click();
  await odalys.getByRole('combobox', { name: 'Kind' }).selectOption({ label: 'Jobs' });
  const rows = odalys.getByRole('list', { name: 'Jobs by stage' });
  const card = odalys.getByRole('button', { name: 'Move J-1024' });
  await card.focus();
  await odalys.keyboard.press('Enter');
  await odalys.getByRole('dialog', { name: 'Move J-1024' }).getByRole('button', { name: 'Quote' }).press('Enter');
  await odalys.getByRole('button', { name: 'Move to Quote' }).press('Enter');
  await expect(
    rows.locator(':scope > li').filter({ has: odalys.getByRole('heading', { name: 'Quote' }) }),
  ).toContainText('J-1024');

  const runs = tobiah.getByRole('region', { name: 'What it did' });
  await expect(runs).toContainText('gave Odalys the task “Look at the mast of J-1024”');
  await runs.getByRole('button', { name: 'Undo in J-1024' }).click();
  await expect(tobiah.getByText(/^Undone: gave Odalys the task/)).toBeVisible();
  await expect(runs).toContainText('undone');
});
