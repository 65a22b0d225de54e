import { expect, test } from './yard';

test('what a task waits for is written down, holds its docket up, and comes', async ({ yard, browser }) => {
  const page = await yard.visit(browser, 'Odalys Brandt', '/tasks');
  const field = page.getByRole('textbox', { name: 'New task for me' });
  await field.fill('Hang the new sign');
  await field.press('Enter');
  await page.getByRole('button', { name: 'Hang the new sign', exact: true }).click();
  const panel = page.getByRole('complementary', { name: 'Task', exact: true });
  await panel.getByRole('button', { name: 'Something else' }).click();
  const form = page.getByRole('dialog', { name: 'Something else' });

  // By keyboard; without a day it says what is missing, and nothing is lost.
  await expect(form.getByLabel('What has to come')).toBeFocused();
  await page.keyboard.type('The letters');
  await page.keyboard.press('Enter');
  await expect(form).toContainText('Say when it comes.');
  await form.getByRole('textbox', { name: 'When it comes' }).fill('thu 23 apr 12:00');
  await page.keyboard.press('Enter');
  await form.getByLabel('Who says so').fill('The sign painter');
  await form.getByRole('button', { name: 'Save' }).press('Enter');
  await expect(panel).toContainText('The letters, Thu 23 Apr 12:00, says The sign painter');
  await expect(page.getByText(/^Waits for The letters, Thu 23 Apr 12:00/)).toBeVisible();

  // It came, which can be taken back.
  await panel.getByRole('button', { name: 'It came: The letters' }).click();
  await expect(panel).toContainText('The letters, came today');
  await page
    .getByRole('listitem')
    .filter({ hasText: 'The letters has come.' })
    .getByRole('button', { name: 'Undo' })
    .click();
  await expect(panel.getByRole('button', { name: 'It came: The letters' })).toBeVisible();
});

test('time spent is counted by a clock, said in a note, and asked for when a task is done', async ({
  yard,
  browser,
}) => {
  const page = await yard.visit(browser, 'Odalys Brandt', '/tasks');
  const field = page.getByRole('textbox', { name: 'New task for me' });
  await field.fill('Sort the key board');
  await field.press('Enter');
  await page.getByRole('button', { name: 'Sort the key board', exact: true }).click();
  const panel = page.getByRole('complementary', { name: 'Task', exact: true });
  const spent = panel.getByLabel('Time spent');
  await panel.getByRole('button', { name: 'Start the clock' }).click();
  const clock = page.getByRole('group', { name: 'Your clock' });
  await expect(clock).toContainText('Sort the key board');
  await clock.getByRole('button', { name: 'Stop the clock' }).click();
  await expect(spent).toHaveValue('1 min');
  await expect(clock).toHaveCount(0);

  // What a note says is offered, and counted by a press.
  await panel.getByRole('button', { name: 'Write about it' }).click();
  await panel.getByRole('button', { name: /^Write a note/ }).click();
  await expect(panel.getByRole('textbox', { name: /^Write a note/ })).toBeFocused();
  await page.keyboard.type('Sorted all of it, took 1 h 30.');
  await page.keyboard.press('Control+Enter');
  await expect(panel).toContainText('Odalys wrote “took 1 h 30”');
  await panel.getByRole('button', { name: 'Add 1 h 30' }).click();
  await expect(spent).toHaveValue('1 h 31');
  await expect(panel.getByRole('button', { name: 'Add 1 h 30' })).toHaveCount(0);

  // Where nobody has said how long it took, the one who finishes it is asked; typed in words.
  await field.fill('Sweep the loft');
  await field.press('Enter');
  await page.getByRole('checkbox', { name: 'Done: Sweep the loft' }).click();
  const asked = page.getByRole('group', { name: 'How long Sweep the loft took' });
  await asked.getByLabel('Time that Sweep the loft took').fill('45 min');
  await page.keyboard.press('Enter');
  await expect(page.getByText('45 min added to “Sweep the loft”.')).toBeVisible();
  await expect(asked).toHaveCount(0);
});
