import { expect, test } from './yard';

test('what one writes says which task it asks for; agreed to, it is made when it is sent, and comes next for its owner', async ({
  browser,
  yard,
}) => {
  const ines = await yard.visit(browser, 'Ines Kowal', '/tasks');
  await expect(ines.getByRole('button', { name: 'What next' })).toHaveAttribute('aria-pressed', 'true');
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  await expect(odalys.getByText('Go ahead with all eight.')).toBeVisible();
  await odalys.keyboard.press('n');
  const note = odalys.getByRole('textbox', { name: /Note to colleagues/ });
  await note.pressSequentially('@ine');
  await expect(odalys.getByRole('option', { name: /@Ines Kowal/ })).toBeVisible();
  await odalys.keyboard.press('Enter');
  await odalys.keyboard.type('please weigh the old ballast by ten today. Thanks all, good work this week.');
  const asked = odalys.getByRole('list', { name: 'Tasks in these words' });
  await expect(asked.getByRole('listitem')).toHaveText(/Weigh the old ballast · Ines · today 10:00/);
  await asked.getByRole('button', { name: 'Make it' }).click();
  await expect(asked).toContainText('Will be a task');
  await odalys.keyboard.press('n');
  await odalys
    .getByRole('region', { name: 'Note inside' })
    .getByRole('button', { name: 'Note to colleagues', exact: true })
    .click();
  const entry = odalys.getByRole('article').filter({ hasText: 'old ballast' });
  await expect(entry.getByRole('checkbox', { name: 'Done: Weigh the old ballast' })).toBeVisible();

  // Live in the owner's list, with its reason.
  const row = ines
    .getByRole('region', { name: 'List of tasks' })
    .getByRole('listitem')
    .filter({ hasText: 'Weigh the old ballast' });
  await expect(row).toContainText('Due today 10:00, 1 h 20 left.');
});
