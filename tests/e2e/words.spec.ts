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
  const note = odalys.getByRole('textbox', { name: /note for colleagues/ });
  await note.pressSequentially('@ine');
  await expect(odalys.getByRole('option', { name: /@Ines Kowal/ })).toBeVisible();
  await odalys.keyboard.press('Enter');
  await odalys.keyboard.type('please weigh the old ballast by ten today. Thanks all, good work this week.');
  const asked = odalys.getByRole('list', { name: 'Tasks in these words' });
  await expect(asked.getByRole('listitem')).toHaveText(/Weigh the old ballast · Ines · today 10:00/);
  await asked.getByRole('button', { name: 'Make task' }).click();
  await expect(asked).toContainText('Will be a task');
  await odalys.keyboard.press('n');
  await odalys
    .getByRole('region', { name: 'Add a note' })
    .getByRole('button', { name: 'Add note', exact: true })
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

test('a mail with three requests becomes three tasks and a decision asked of the customer; a colleague sees all of it live', async ({
  browser,
  yard,
}) => {
  const tobiah = await yard.visit(browser, 'Tobiah Renn', '/dockets/J-1042');
  await expect(tobiah.getByText('Go ahead with all eight.')).toBeVisible();

  // The customer's mail comes in through the post office.
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/post-office');
  await odalys
    .getByRole('button', { name: /Benedikta Thorne/ })
    .first()
    .click();
  await odalys
    .getByLabel('Answer as Benedikta Thorne')
    .fill(
      'Please check the anchor light by Friday. Could you also send me the photos of the keel? ' +
        'And I would like you to order a new burgee by the end of the month.',
    );
  await odalys.getByRole('button', { name: 'Answer as Benedikta Thorne' }).click();
  const seen = tobiah.getByRole('article').filter({ hasText: 'anchor light' });
  await expect(seen).toBeVisible();

  // Its words become three tasks at once.
  await odalys.goto(`${yard.url}/dockets/J-1042`);
  const mail = odalys.getByRole('article').filter({ hasText: 'anchor light' });
  await mail.click();
  await odalys.keyboard.press('t');
  await expect(mail.getByLabel('Title')).toHaveCount(3);
  await mail.getByRole('button', { name: 'Make all 3' }).click();
  for (const task of ['Check the anchor light', 'Send Benedikta the photos of the keel', 'Order a new burgee'])
    await expect(seen.getByRole('checkbox', { name: `Done: ${task}` })).toBeVisible();

  // What only the customer can decide is asked of them, in the lane that leaves.
  await expect(mail).toBeFocused();
  await odalys.keyboard.press('a');
  const lane = odalys.getByRole('region', { name: /^Reply to/ });
  await lane.getByRole('radio', { name: 'Decision' }).click();
  await expect(lane.getByRole('group', { name: 'What you ask' })).toContainText('Benedikta');
  await lane.locator('[contenteditable=true]').click();
  await odalys.keyboard.type('The burgee comes to 38 euros. Shall we order it?');
  await lane.getByRole('combobox').first().selectOption('page');
  await lane.getByRole('button', { name: 'Ask Benedikta' }).click();
  const asked = tobiah.getByRole('region', { name: /Decision asked by Odalys/ });
  await expect(asked).toContainText('Waiting for Benedikta.');
  await expect(tobiah.getByRole('complementary', { name: 'Commitments' })).toContainText(
    'The burgee comes to 38 euros',
  );

  // The customer answers on their own page, by their private link.
  await odalys.getByRole('button', { name: 'Make a private link' }).click();
  const link = await odalys.getByRole('link', { name: /\/with\// }).textContent();
  const customer = await (await browser.newContext()).newPage();
  await customer.goto(link!);
  const question = customer.getByRole('region', { name: /Decision asked by Odalys/ });
  await question.getByLabel('Comment (optional)').fill('The red one please');
  await question.getByRole('button', { name: 'Approve' }).click();
  await expect(question).toContainText('Approved by you.');

  // Both colleagues see the outcome where it was asked, without a reload.
  for (const page of [odalys, tobiah]) {
    const card = page.getByRole('region', { name: /Decision asked by Odalys/ });
    await expect(card).toContainText('Approved by Benedikta.');
    await expect(card).toContainText('The red one please');
  }
});

test('a name that is typed out is one tag, however fast, by which part of it, and whatever ends it', async ({
  browser,
  yard,
}) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  await expect(odalys.getByText('Go ahead with all eight.')).toBeVisible();
  await odalys.keyboard.press('n');
  const note = odalys.getByRole('textbox', { name: /note for colleagues/ });
  const tags = note.locator('.tag');
  const offered = odalys.getByRole('listbox', { name: 'Tags' });

  // One sees the tag come at the first name, or does not, and writes the other on.
  await note.pressSequentially('@Ines');
  await expect(offered.getByRole('option')).toHaveText([/@Ines Kowal/]);
  await odalys.keyboard.type(' Kowal, bring the pump. ');
  await expect(note).toHaveText('@Ines Kowal, bring the pump. ');
  await expect(tags).toHaveText(['@Ines Kowal']);

  // The rest is taken out by whatever ends the name.
  await note.pressSequentially('@Tobiah');
  await expect(offered.getByRole('option')).toHaveText([/@Tobiah Renn/]);
  await odalys.keyboard.type(" Renn's list is long");
  await expect(note).toHaveText("@Ines Kowal, bring the pump. @Tobiah Renn's list is long");
  await expect(tags).toHaveText(['@Ines Kowal', '@Tobiah Renn']);

  // What was typed before anything was offered is the tag when it is sent: here no answer comes at all.
  await odalys.route('**/taggable?*', () => undefined);
  await odalys.keyboard.type('. Ask @Kit Ramaswamy too');
  await expect(note).toHaveText(/Ask @Kit Ramaswamy too$/);
  await expect(tags).toHaveText(['@Ines Kowal', '@Tobiah Renn']);
  await odalys.keyboard.press('Control+Enter');
  const said = odalys.getByRole('article').filter({ hasText: 'bring the pump' });
  await expect(said.locator('.tag')).toHaveText(['@Ines Kowal', '@Tobiah Renn', '@Kit Ramaswamy']);
  await expect(said).toContainText("@Ines Kowal, bring the pump. @Tobiah Renn's list is long. Ask @Kit Ramaswamy too");
});
