import type { Page } from '@playwright/test';
import { Yard, expect, test } from './yard';

/** The whole path with two browsers: from a customer's message to a finished task. */
test('from a customer’s message to a finished task', async ({ browser, yard }) => {
  // Sign in by address and password; a wrong one is refused with what to do.
  const odalys = await yard.visit(browser, null);
  await odalys.getByRole('textbox', { name: 'Email address' }).fill('odalys@saltmarshquay.example');
  await odalys.getByLabel('Password').fill('not this one');
  await odalys.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(odalys.getByText('Email address or password is wrong')).toBeVisible();
  await odalys.getByLabel('Password').fill('saltmarsh-quay');
  await odalys.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(odalys.getByRole('heading', { name: /Today, Odalys/ })).toBeVisible();

  // In the demo one chooses a person; Ines has a browser of her own.
  const ines = await yard.visit(browser, null);
  await ines.getByRole('button', { name: 'Ines Kowal' }).click();
  await expect(ines.getByRole('link', { name: 'Wrenlet, go to Today' })).toBeVisible();

  // See the dockets, open J-1042, read its talk in two lanes, the commitments beside, the stages above.
  await odalys.getByRole('link', { name: 'Dockets' }).first().click();
  await odalys
    .getByRole('region', { name: 'List of dockets' })
    .getByRole('link', { name: /J-1042/ })
    .click();
  await expect(odalys.getByRole('heading', { name: 'Quillfish: keel and rigging refit', exact: true })).toBeVisible();
  await expect(odalys.getByRole('list', { name: 'Stages' }).locator('[aria-current=step]')).toHaveText('Work');
  await expect(odalys.getByRole('complementary', { name: 'Commitments' })).toContainText('Launch waits for');
  await expect(odalys.getByText('Go ahead with all eight.')).toBeVisible();
  await expect(odalys.getByRole('navigation', { name: 'Open dockets' })).toContainText('J-1042 Quillfish');

  // A note inside with bold and a list, a colleague tagged by @ and part of a name, a task and a docket by #.
  await odalys.keyboard.press('n');
  const note = odalys.getByRole('textbox', { name: /note for colleagues/ });
  await note.pressSequentially('@ine');
  await expect(odalys.getByRole('option', { name: /@Ines Kowal/ })).toBeVisible();
  await odalys.keyboard.press('Enter');
  await odalys.keyboard.type('please **measure** the new bolts by Wednesday noon, see #T-31');
  await odalys.getByRole('option', { name: /#T-312/ }).click();
  await odalys
    .getByRole('region', { name: 'Add a note' })
    .getByRole('button', { name: 'Add note', exact: true })
    .click();
  const entry = odalys.getByRole('article').filter({ hasText: 'the new bolts' });
  await expect(entry.locator('strong')).toHaveText('measure');

  // The tagged colleague gets an alert at once, with its reason; one click leads to the very entry.
  const alert = ines
    .getByRole('region', { name: 'New alerts' })
    .getByRole('link', { name: /Odalys tagged you in J-1042/ });
  await expect(alert).toBeVisible();
  await alert.click();
  await expect(ines.getByRole('article').filter({ hasText: 'the new bolts' })).toBeFocused();

  // Reply outside: the composer says who will see it.
  await odalys.getByRole('combobox', { name: 'With whom' }).selectOption('Benedikta Thorne');
  await odalys.keyboard.press('Escape');
  await odalys.getByRole('heading', { name: 'Quillfish: keel and rigging refit', exact: true }).click();
  await odalys.keyboard.press('r');
  await expect(odalys.getByRole('region', { name: /Reply to Benedikta/ })).toContainText(
    'By mail to Benedikta Thorne.',
  );
  await odalys
    .getByRole('textbox', { name: /Reply to Benedikta by mail/ })
    .pressSequentially('Yes, the 28th holds. We order the bolts today.');
  await odalys.getByRole('button', { name: 'Send to Benedikta' }).click();
  await expect(ines.getByText('Yes, the 28th holds.')).toBeVisible();
  await expect(odalys.getByText('their turn')).toBeVisible();

  // The post office shows the mail; there one answers as the customer, and the answer arrives live.
  const post = await yard.visit(browser, 'Wilhelmina Achterberg', '/post-office');
  await expect(post.getByRole('article')).toContainText('Yes, the 28th holds.');
  await expect(post.getByRole('article')).toContainText('In-Reply-To');
  await post.getByLabel('Answer as Benedikta Thorne').fill('Wonderful. Could you also check the seacocks by Friday?');
  await post.getByRole('button', { name: 'Answer as Benedikta Thorne' }).click();
  const answer = odalys.getByRole('article').filter({ hasText: 'Could you also check the seacocks' });
  await expect(answer).toBeVisible();
  await expect(ines.getByText('Could you also check the seacocks')).toBeVisible();

  // Hand over to a colleague, who is alerted; the spine shows it.
  await odalys.getByRole('heading', { name: 'Quillfish: keel and rigging refit', exact: true }).click();
  await odalys.keyboard.press('o');
  await odalys.getByRole('textbox', { name: 'A colleague' }).fill('Ines');
  await odalys
    .getByRole('dialog', { name: 'Hand over' })
    .getByRole('button', { name: /Ines Kowal/ })
    .click();
  await expect(odalys.getByText('Odalys handed this over to Ines', { exact: true })).toBeVisible();
  await expect(ines.getByRole('region', { name: 'New alerts' })).toContainText('over to you');

  // Turn an entry into a task: T opens a draft in place, read from its words, the words marked; correct it and make it.
  await entry.click();
  await odalys.keyboard.press('t');
  const draft = entry.getByRole('form', { name: 'Task from these words' });
  await expect(draft.getByLabel('Title')).toHaveValue(/^Measure the new bolts/);
  await expect(draft).toContainText('Ines Kowal');
  await expect(draft).toContainText('Wed 15 Apr 12:00');
  await expect(entry.locator('mark').filter({ hasText: 'by Wednesday noon' })).toBeVisible();
  await draft.getByLabel('Title').fill('Measure the new bolts');
  await draft.getByRole('button', { name: 'Priority: normal' }).click();
  await odalys.getByRole('dialog', { name: 'Priority' }).getByRole('button', { name: 'High' }).click();
  await draft.getByRole('button', { name: 'Make task' }).click();

  // The entry shows the task, live, here and in the other browser.
  await expect(entry.getByRole('checkbox', { name: 'Done: Measure the new bolts' })).toBeVisible();
  await expect(
    ines
      .getByRole('article')
      .filter({ hasText: 'the new bolts' })
      .getByRole('checkbox', { name: 'Done: Measure the new bolts' }),
  ).toBeVisible();

  // One's tasks by due; a field changed in place; finish one, undo that; the task leads back to its source.
  await ines
    .getByRole('link', { name: /^Tasks/ })
    .first()
    .click();
  const row = ines
    .getByRole('region', { name: 'List of tasks' })
    .getByRole('listitem')
    .filter({ hasText: 'Measure the new bolts' });
  await expect(row.getByRole('button', { name: 'Priority: high' })).toBeVisible();
  await row.getByRole('combobox', { name: 'State of Measure the new bolts' }).selectOption('in progress');
  await row.getByLabel('Estimate of Measure the new bolts').fill('1.5');
  await row.getByLabel('Estimate of Measure the new bolts').press('Enter');
  await expect(row.getByLabel('Estimate of Measure the new bolts')).toHaveValue('1 h 30');
  await row.getByRole('checkbox').click();
  await expect(row.getByRole('checkbox')).toBeChecked();
  await ines.getByRole('button', { name: 'Undo' }).click();
  await expect(row.getByRole('checkbox')).not.toBeChecked();
  await expect(row.getByRole('combobox')).toHaveValue('in-progress');
  await row.getByRole('link', { name: /J-1042/ }).click();
  await expect(ines.getByRole('article').filter({ hasText: 'the new bolts' })).toBeFocused();

  // A customer signs in by a private link to their own page, sees their own conversation only, and writes there.
  await odalys.getByRole('button', { name: 'Make a private link' }).click();
  const link = await odalys
    .getByRole('region', { name: 'Messages' })
    .getByRole('link', { name: /\/with\// })
    .getAttribute('href');
  const customer = await browser.newContext();
  const benedikta = await customer.newPage();
  await benedikta.goto(link!);
  await expect(benedikta.getByRole('heading', { name: 'Saltmarsh Quay', exact: true })).toBeVisible();
  // It opens at what was said last, whole, also once its letters have come.
  await expect(benedikta.getByRole('listitem').filter({ hasText: 'Yes, the 28th holds.' })).toBeInViewport({
    ratio: 1,
  });
  await expect(benedikta.getByText('handed this over')).toHaveCount(0);
  await expect(benedikta.getByText('measure the new bolts')).toHaveCount(0);
  await benedikta.getByLabel('Write to Saltmarsh Quay').fill('I have booked the crew for the 28th.');
  await benedikta.getByRole('button', { name: 'Send to Saltmarsh Quay' }).click();
  await expect(odalys.getByText('I have booked the crew for the 28th.')).toBeVisible();
  await expect(benedikta.getByRole('listitem').filter({ hasText: 'I have booked the crew' })).toBeVisible();

  // Signing out ends at the first page.
  await odalys.getByRole('button', { name: 'Odalys Brandt: menu' }).click();
  await odalys.getByRole('menuitem', { name: 'Sign out', exact: true }).click();
  await expect(odalys.getByRole('heading', { name: 'Try the demo as', exact: true })).toBeVisible();
});

test('mail from a stranger waits in Unsorted, and a malformed one is kept aside', async ({ browser, yard }) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/post-office');
  await odalys.getByLabel('Name').fill('Hesper Lowe');
  await odalys.getByLabel('Address').fill('hesper@far.example');
  await odalys.getByLabel('Subject').fill('A mooring');
  await odalys.getByLabel('Words').fill('Have you a mooring free in June?');
  await odalys.getByRole('button', { name: 'Deliver', exact: true }).first().click();
  await odalys.getByLabel('Deliver raw text as a mail').fill('This is no mail at all');
  await odalys.getByRole('button', { name: 'Deliver', exact: true }).last().click();
  await expect(odalys.getByText('This is no mail at all')).toBeAttached();
  await odalys
    .getByRole('link', { name: /^Queues/ })
    .first()
    .click();
  await odalys.getByRole('gridcell', { name: /Have you a mooring free in June/ }).click();
  await expect(odalys.getByText('Reply and it becomes yours.')).toBeVisible();
  await expect(odalys.getByRole('article').filter({ hasText: 'Have you a mooring free in June?' })).toBeVisible();
});

test('what is typed outlives a reload, and what is sent while away is sent when back', async ({ browser, yard }) => {
  const kit = await yard.visit(browser, 'Kit Ramaswamy', '/dockets/P-7');
  await kit.getByText('First quote is in').waitFor();
  await kit.keyboard.press('n');
  await kit.getByRole('textbox', { name: /note for colleagues/ }).pressSequentially('Half a thought about the racking');
  await expect(kit.getByRole('navigation', { name: 'Open dockets' })).toContainText('draft');
  await kit.reload();
  await expect(kit.getByText('Half a thought about the racking')).toBeVisible();
  await kit.context().setOffline(true);
  await kit.getByRole('button', { name: 'Add note', exact: true }).click();
  await expect(kit.getByText('sending; kept until it arrives')).toBeVisible();
  await kit.context().setOffline(false);
  await expect(kit.getByRole('article').filter({ hasText: 'Half a thought about the racking' })).toBeVisible();
  await expect(kit.getByText('sending; kept until it arrives')).toHaveCount(0);
});

test('whoever signs out on all devices is at the first page on each, and what was begun there is kept', async ({
  browser,
  yard,
}) => {
  const desk = await yard.visit(browser, 'Kit Ramaswamy', '/dockets/J-1042');
  const phone = await yard.visit(browser, 'Kit Ramaswamy', '/dockets/J-1042');
  const note = (page: Page) => page.getByRole('textbox', { name: /^Write a note/ });
  await phone.getByRole('button', { name: /^Write a note/ }).click();
  await note(phone).fill('The mast step needs a closer look');
  await expect(desk.getByText('The mast step needs a closer look')).toBeVisible();
  await desk.getByRole('button', { name: 'Kit Ramaswamy: menu' }).click();
  await desk.getByRole('menuitem', { name: 'Sign out on all devices' }).click();
  for (const page of [desk, phone])
    await expect(page.getByRole('heading', { name: 'Try the demo as', exact: true })).toBeVisible();
  await phone.getByRole('button', { name: /^Kit Ramaswamy/ }).click();
  await expect(note(phone)).toContainText('The mast step needs a closer look');
});

test('others are seen reading and writing', async ({ browser, yard }) => {
  const pryderi = await yard.visit(browser, 'Pryderi Voss', '/dockets/T-311');
  const hanneke = await yard.visit(browser, 'Hanneke Osei', '/dockets/T-311');
  await expect(pryderi.getByText('Hanneke is here')).toBeVisible();
  await hanneke.keyboard.press('r');
  await hanneke.getByRole('textbox', { name: /Reply to Leocadia by text/ }).pressSequentially('It is safe to');
  await expect(pryderi.getByText('Hanneke is writing')).toBeVisible();
});

test('finding and doing by typing, with the keyboard alone', async ({ browser, yard }) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt');
  await odalys.keyboard.press('Control+k');
  await odalys.getByRole('combobox', { name: 'Search or do' }).waitFor();
  await odalys.keyboard.type('stern gland dripping');
  // What fits all of the words stands first, once all of them are typed.
  await expect(odalys.getByRole('option').first()).toContainText(/dripping/);
  await odalys.keyboard.press('Enter');
  await expect(
    odalys
      .getByRole('article')
      .filter({ hasText: /stern gland/i })
      .first(),
  ).toBeVisible();
  await odalys.keyboard.press('F1');
  await expect(odalys.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await odalys.keyboard.press('Escape');
  await odalys.keyboard.press('2');
  await expect(odalys.getByRole('heading', { name: 'Queues', exact: true })).toBeVisible();
});

test('below a path of its host one signs in, reads, writes, hears and sees pictures', async ({ browser }) => {
  const below = await Yard.open('--base-path', '/quay');
  try {
    const odalys = await below.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
    const astray: string[] = [];
    odalys.on('response', (r) => {
      if (!/^\/quay(\/|$)/.test(new URL(r.url()).pathname) || r.status() >= 400)
        astray.push(`${r.status()} ${r.url()}`);
    });
    const ines = await below.visit(browser, 'Ines Kowal', '/dockets/J-1042');
    await expect(ines.getByText('before the price goes up')).toBeVisible();
    await odalys.keyboard.press('n');
    await expect(odalys.locator('[contenteditable=true]').first()).toBeFocused();
    await odalys.keyboard.type('Said below a path.');
    await odalys.keyboard.press('Control+Enter');
    await expect(ines.getByText('Said below a path.')).toBeVisible();
    await odalys
      .getByRole('complementary', { name: 'Commitments' })
      .getByRole('link', { name: /Sail and rigging plan/ })
      .click();
    const plan = odalys.locator('img[src^="/quay/api/"]').first();
    await expect.poll(() => plan.evaluate((i: HTMLImageElement) => i.naturalWidth)).toBeGreaterThan(0);
    await odalys.getByRole('link', { name: 'Wrenlet, go to Today' }).click();
    await expect(odalys).toHaveURL(new RegExp(`${below.url}/?$`));
    await odalys.reload();
    await expect(odalys.getByRole('heading', { name: /^Today/ })).toBeVisible();
    expect(astray).toEqual([]);
  } finally {
    below.close();
  }
});
