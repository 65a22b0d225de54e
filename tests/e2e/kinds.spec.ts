import { type Page, Yard, expect, test } from './yard';

/** A firm of another trade sets itself up by hand: nothing of the demo's is in its way. */
const setUp = (yard: Yard, page: Page) =>
  yard.setUp(
    page,
    'Gable & Wick',
    'workshop@gablewick.example',
    'Perpetua Wick',
    'perpetua@gablewick.example',
    'a long one for pianos',
  );

test('a piano workshop makes kinds, stages and fields of its own, and works by them', async ({ browser }) => {
  const yard = await Yard.open('--no-demo');
  try {
    const page = await yard.visit(browser, null);
    await setUp(yard, page);
    const stages = page.getByRole('list', { name: 'Stages' });
    await page.goto(`${yard.url}/set-up`);
    const settings = page.getByRole('main');
    await settings.getByRole('button', { name: 'Kinds', exact: true }).click();
    await settings.getByRole('button', { name: 'New kind', exact: true }).click();
    await settings.getByLabel('Name of one').fill('Restoration');
    const form = settings.getByRole('form', { name: 'Restoration' });
    await form.getByLabel('Name of several').fill('Restorations');
    await form.getByLabel('Letters').fill('r');
    await form.getByLabel('Stage', { exact: true }).fill('Seen');
    await form.getByLabel('What customers see').fill('We have seen it');
    for (const stage of ['Offered', 'Strung', 'Back home']) {
      await form.getByRole('button', { name: 'Add a stage' }).click();
      await form.getByLabel('Stage', { exact: true }).last().fill(stage);
    }
    await form.getByRole('button', { name: 'Add a field' }).click();
    await form.getByLabel('Field', { exact: true }).fill('Maker');
    await form.getByRole('checkbox', { name: 'At the top of the docket' }).check();
    await form.getByRole('button', { name: 'Add a field' }).click();
    await form.getByLabel('Field', { exact: true }).last().fill('Soundboard');
    await form.getByLabel('Holds').last().selectOption('a choice');
    await form.getByLabel('Needed from').last().selectOption('needed from Strung');
    for (const choice of ['whole', 'cracked']) {
      await form.getByRole('button', { name: 'Add a choice' }).click();
      await form.getByLabel('Choice', { exact: true }).last().fill(choice);
    }
    await form.getByRole('button', { name: 'Add a milestone' }).click();
    await form.getByLabel('Milestone', { exact: true }).fill('concert');
    await form.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Restoration saved.')).toBeVisible();

    // A docket of it: numbered its way, held back by what is missing, dated by its milestone.
    await page.goto(`${yard.url}/dockets`);
    await page.getByRole('button', { name: 'New docket' }).click();
    const fresh = page.getByRole('dialog', { name: 'New docket' });
    await fresh.getByRole('radio', { name: 'Restoration' }).check();
    await fresh.getByLabel('Subject').fill('Ibach upright: new strings');
    await fresh.getByRole('button', { name: 'Open the restoration' }).click();
    await expect(page).toHaveURL(/\/dockets\/R-1$/);
    await stages.getByRole('button', { name: /^Strung/ }).click();
    const move = page.getByRole('dialog', { name: 'Move to Strung' });
    await expect(move).toContainText('Fill in Soundboard');
    await expect(page.getByRole('complementary', { name: 'Commitments' })).toContainText('Fill in Soundboard');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Edit details' }).click();
    const details = page.getByRole('dialog', { name: 'Docket details' });
    await details.getByLabel('Maker').fill('Ibach');
    await details.getByLabel('Soundboard').selectOption('cracked');
    await details.getByRole('button', { name: 'Add concert' }).click();
    await details.getByLabel('When').fill('2099-05-22 18:00');
    await details.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Maker Ibach')).toBeVisible();
    await expect(page.getByRole('button', { name: /^Concert .*22 May/ })).toBeVisible();
    await stages.getByRole('button', { name: /^Strung/ }).click();
    await page.getByRole('button', { name: 'Move to Strung' }).click();
    await expect(page.getByText('Perpetua moved this from Seen to Strung')).toBeVisible();

    // The table shows and finds what the firm keeps.
    await page.getByRole('link', { name: 'Dockets' }).first().click();
    await page.getByRole('button', { name: 'Columns and groups' }).click();
    await page.getByRole('checkbox', { name: 'Soundboard' }).check();
    await page.getByLabel('Group by').selectOption('Maker');
    await page.keyboard.press('Escape');
    const list = page.getByRole('region', { name: 'List of dockets' });
    await expect(list.getByRole('cell', { name: 'cracked' })).toBeVisible();
    await expect(list.getByRole('rowheader', { name: 'Ibach 1' })).toBeVisible();
    await page.getByLabel('Find in this list').fill('cracked');
    await expect(list.getByRole('link', { name: /R-1 Ibach upright/ })).toBeVisible();

    // A stage is retired: what stands in it goes where it is sent.
    await page.goto(`${yard.url}/set-up`);
    await settings.getByRole('button', { name: 'Kinds', exact: true }).click();
    await settings.getByRole('button', { name: /^Restoration R/ }).click();
    await form.getByRole('button', { name: 'Retire Strung' }).click();
    await form.getByLabel('Needed from').last().selectOption('needed from Back home');
    await form.getByRole('button', { name: 'Save' }).click();
    await expect(form.getByRole('alert')).toContainText('One Restoration stands in Strung.');
    await form.getByLabel('Move what is in Strung to').selectOption('Offered');
    await form.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Restoration saved.')).toBeVisible();
    await page.goto(`${yard.url}/dockets/R-1`);
    const strip = page.getByRole('list', { name: 'Stages', exact: true });
    await expect(strip.getByRole('listitem').filter({ hasText: 'Offered' })).toHaveAttribute('aria-current', 'step');

    // It becomes a ticket, found by its old number, and is deleted and restored.
    await page.getByRole('button', { name: 'Edit details' }).click();
    await details.getByText('Change what it is').click();
    await details.getByLabel(/Make it a/).selectOption('ticket');
    await details.getByRole('button', { name: 'Make it a ticket' }).click();
    await expect(page).toHaveURL(/\/dockets\/T-1$/);
    await expect(page.getByText('before: R-1')).toBeVisible();
    await page.getByRole('button', { name: 'Edit details' }).click();
    await details.getByText('Change what it is').click();
    await details.getByRole('button', { name: 'Delete' }).click();
    await expect(page.getByText('T-1 deleted.')).toBeVisible();
    const docket = list.getByRole('link', { name: /Ibach upright/ });
    await expect(docket).toHaveCount(0);
    await page.getByRole('button', { name: 'Restore' }).first().click();
    await expect(page.getByText('T-1 restored.')).toBeVisible();
    await expect(docket).toBeVisible();
  } finally {
    yard.close();
  }
});
