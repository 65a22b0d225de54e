import { expect, test, putAwayMessages } from './yard';

test('a meeting with the customer is set, invited by mail, answered on their page, held as a call, and its words become a task', async ({
  browser,
  yard,
}) => {
  const ines = await yard.visit(browser, 'Ines Kowal', '/dockets/J-1042');
  await expect(ines.getByText('before the price goes up')).toBeVisible();
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  await expect(odalys.getByText('Go ahead with all eight.')).toBeVisible();

  // Beside the words that are its agenda: with whom, how long, where, and a time that suits everybody.
  const lane = odalys.getByRole('region', { name: /^Reply to/ });
  await lane.getByRole('button', { name: /^Set up a meeting/ }).click();
  const form = lane.getByRole('group', { name: 'The meeting' });
  await expect(form).toContainText('Still wanted: a title, a time.');
  await form.getByLabel('What the meeting is about').fill('Tide and crew');
  await form.getByRole('button', { name: 'Benedikta' }).click();
  await odalys.getByRole('checkbox', { name: /Ines Kowal/ }).check();
  await odalys.keyboard.press('Escape');
  const times = form.getByRole('list', { name: 'Times that suit' });
  await expect(times.getByRole('listitem').first()).toContainText('All 3 are free');
  await times.getByRole('button', { name: /Wed 15 Apr 08:00 to 09:00/ }).click();
  await expect(form.getByRole('figure')).toContainText('Chosen: Wed 15 Apr 08:00.');
  await lane.locator('[contenteditable=true]').click();
  await odalys.keyboard.type('Which tide we take, and who is aboard.');
  await lane.getByRole('button', { name: 'Invite Benedikta' }).click();

  // Live at the note of a colleague, who says that she comes; and among the docket's commitments.
  const card = (page: typeof odalys) => page.getByRole('region', { name: 'Meeting: Tide and crew' });
  await expect(card(ines)).toContainText('Wed 15 Apr 08:00 to 09:00');
  await card(ines).getByRole('button', { name: 'Yes' }).click();
  await expect(card(odalys)).toContainText('Ines comes');
  await expect(odalys.getByRole('complementary', { name: 'Commitments' })).toContainText('Tide and crew');

  // The customer answers on their page, and asks for another time.
  await odalys.getByRole('button', { name: 'Make a private link' }).click();
  const link = await odalys.getByRole('link', { name: /\/with\// }).textContent();
  const customer = await (await browser.newContext()).newPage();
  await customer.goto(link!);
  await expect(card(customer)).toBeVisible();
  await card(customer).getByRole('button', { name: 'No' }).click();
  await card(customer).getByLabel('Comment').fill('I am at work till nine');
  await card(customer).getByLabel('A time that would suit you').fill('2026-04-16T09:00');
  await card(customer).getByRole('button', { name: 'Send answer' }).click();
  await expect(card(odalys)).toContainText('Suggests: Thu 16 Apr 09:00');
  await card(odalys).getByRole('button', { name: 'Move it to that time' }).click();
  await expect(card(customer)).toContainText('Thu 16 Apr 09:00 to 10:00');
  await card(customer).getByRole('button', { name: 'Yes' }).click();
  await expect(card(ines)).toContainText('Benedikta comes');

  // The call: what each says is read by all in it, and written down when it ends.
  await card(customer).getByRole('button', { name: 'Join the call' }).click();
  const theirs = customer.getByRole('region', { name: 'The call' });
  await theirs.getByLabel('Say something').fill('The crew is booked for the morning tide');
  await theirs.getByRole('button', { name: 'Say', exact: true }).click();
  await putAwayMessages(odalys);
  await card(odalys).getByRole('link', { name: 'Tide and crew' }).click();
  await expect(odalys.getByRole('heading', { name: 'Tide and crew', exact: true })).toBeVisible();
  await odalys.getByRole('button', { name: 'Join the call' }).click();
  const ours = odalys.getByRole('region', { name: 'The call' });
  await expect(ours).toContainText('Benedikta Thorne');
  await ours.getByLabel('Say something').fill('Good. I will tell the crane by Friday noon.');
  await ours.getByRole('button', { name: 'Say', exact: true }).click();
  await expect(theirs).toContainText('I will tell the crane');
  await ours.getByRole('button', { name: 'End the call' }).click();

  // Each thing said is an entry: it can be made a task, and is found.
  const said = odalys.getByRole('article').filter({ hasText: 'I will tell the crane' });
  await expect(said).toBeVisible();
  await expect(odalys.getByRole('article').filter({ hasText: 'The crew is booked' })).toBeVisible();
  await putAwayMessages(odalys);
  await said.click();
  await odalys.keyboard.press('t');
  await expect(said.getByLabel('Title')).toHaveValue('Tell the crane');
  await said.getByRole('button', { name: /^Make/ }).click();
  await expect(said.getByRole('checkbox', { name: 'Done: Tell the crane' })).toBeVisible();
  await ines.keyboard.press('Control+k');
  await ines.getByRole('combobox', { name: 'Search or do' }).fill('morning tide crew booked');
  await ines
    .getByRole('option', { name: /The crew is booked/ })
    .first()
    .click();
  await expect(ines).toHaveURL(/\/meetings\//);

  // The customer reads no transcript.
  await customer.reload();
  await expect(card(customer)).toBeVisible();
  await expect(customer.getByText('Transcript')).toHaveCount(0);
});

test('who takes part stays open to choose from when what the composer is made of comes late', async ({
  browser,
  yard,
}) => {
  const kit = await yard.visit(browser, 'Kit Ramaswamy', '/contacts');
  let come = () => {};
  const wanted = new Promise<void>((resolve) => (come = resolve));
  await kit.route(/\/assets\/Editor-/, async (route) => {
    await wanted;
    await route.continue();
  });
  await kit.goto(`${yard.url}/dockets/P-7`);
  await kit.getByRole('button', { name: /^Set up a meeting/ }).click();
  await kit.getByRole('button', { name: 'who?' }).click();
  const odalys = kit.getByRole('checkbox', { name: /Odalys Brandt/ });
  await expect(odalys).toBeVisible();
  come();
  await expect(kit.locator('[contenteditable=true]')).toBeVisible();
  await odalys.check({ timeout: 20_000 });
});
