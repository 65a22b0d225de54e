import { type Page, expect, test, putAwayMessages } from './yard';

const answer = (page: Page, name: string) => page.getByRole('textbox', { name: new RegExp(`Reply to ${name}`) });
const row = (page: Page, name: RegExp) => page.getByRole('gridcell', { name });
const handling = (page: Page) => page.getByRole('complementary', { name: 'What can be done with it' });

test('the queues as time: read, take, hand over with a word, set aside, close and open again', async ({
  browser,
  yard,
}) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/queues');
  const hanneke = await yard.visit(browser, 'Hanneke Osei', '/queues');
  await expect(row(odalys, /T-311 Little Auk Leocadia Finch/)).toHaveAccessibleName(/2 min, first reply 15 min/);

  // Pointing at a bar explains its sum, by the core.
  await row(odalys, /T-311/).getByText('2 min of 30 min', { exact: true }).hover();
  await expect(odalys.getByRole('tooltip')).toContainText('Arrived today 08:12; 28 min today: 28 min of 30 min used.');

  // Nobody's: read below the chart, who is best placed and why; handed over with a word.
  await row(odalys, /Ottoline Marsh/).click();
  await expect(handling(odalys)).toContainText('Nobody owns it yet.');
  await expect(handling(odalys)).toContainText('on duty (office), working now');
  await handling(odalys).getByRole('button', { name: 'Hand over' }).click();
  const dialog = odalys.getByRole('dialog', { name: 'Hand over' });
  await dialog.getByLabel('Note to them, internal only').fill('She wants a price today');
  await dialog.getByRole('button', { name: 'Hanneke Osei' }).click();
  await expect(hanneke.getByRole('region', { name: 'New alerts' })).toContainText('over to you');
  await hanneke.getByRole('button', { name: /^Mine/ }).click();
  await row(hanneke, /Ottoline Marsh/).click();
  await expect(hanneke.getByText('Odalys handed this over to Hanneke: She wants a price today')).toBeVisible();
  await expect(row(odalys, /Ottoline Marsh/).getByRole('img', { name: 'Hanneke Osei' })).toBeVisible();
  await expect(row(odalys, /Ottoline Marsh/)).toContainText('Hanneke reads');

  // Moved to the queue it belongs to, which teaches the router; set aside; closed and open again.
  await handling(hanneke).getByRole('button', { name: 'Move' }).click();
  await hanneke
    .getByRole('dialog')
    .getByRole('button', { name: /^New work/ })
    .click();
  await expect(hanneke.getByText('Hanneke moved this from Unsorted to New work')).toBeVisible();
  await handling(hanneke).getByRole('button', { name: 'Later', exact: true }).click();
  await hanneke.getByRole('dialog').getByRole('button', { name: 'tomorrow' }).click();
  await expect(row(hanneke, /Ottoline Marsh/)).toHaveAccessibleName(/later, until Wed 15 Apr 08:00/);
  await putAwayMessages(hanneke);
  await handling(hanneke).getByRole('button', { name: 'Bring it back now' }).click();
  await handling(hanneke).getByRole('button', { name: 'Close', exact: true }).click();
  await expect(row(hanneke, /Ottoline Marsh/)).toHaveCount(0);
  await hanneke.getByRole('region', { name: 'Messages' }).getByRole('button', { name: 'Undo' }).first().click();
  await expect(row(hanneke, /Ottoline Marsh/)).toBeVisible();

  // The same as a table, to sort.
  await odalys.getByRole('button', { name: 'Table' }).click();
  await odalys.getByRole('columnheader', { name: 'Party' }).getByRole('button').click();
  await expect(odalys.getByRole('table').getByRole('row').nth(1)).toContainText('Barnaby Stroud');
  await odalys.getByRole('button', { name: 'Chart' }).click();
});

test('an administrator sets a goal, and every clock counts by it at once', async ({ browser, yard }) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/queues');
  await expect(row(odalys, /J-1042 Quillfish Benedikta/)).toHaveAccessibleName(/3 h 51/);
  const administrator = await yard.visit(browser, 'Wilhelmina Achterberg', '/set-up');
  const queue = administrator.getByRole('form', { name: 'Work in hand' });
  await queue.getByLabel('Later').fill('60');
  await queue.getByRole('button', { name: 'Save' }).click();
  await expect(administrator.getByText('Work in hand saved.')).toBeVisible();
  await expect(row(odalys, /J-1042 Quillfish Benedikta/)).toHaveAccessibleName(/51 min/);
  await administrator.getByRole('button', { name: 'Log' }).click();
  await expect(administrator.getByText('Work in hand: later replies: 4 h → 1 h')).toBeVisible();
  await administrator.getByRole('button', { name: 'Router' }).click();
  await administrator.getByLabel('Message to try').fill('The invoice for my mooring seems too high');
  await administrator.getByRole('button', { name: 'Which queue?' }).click();
  await expect(administrator.getByRole('status').filter({ hasText: '% sure' })).toContainText('Accounts');
});

test('two who answer at once: one goes out, the other is held back with what was missed', async ({ browser, yard }) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/T-312');
  const mateus = await yard.visit(browser, 'Mateus Lindqvist', '/dockets/T-312');
  for (const page of [odalys, mateus]) {
    await page.getByText('Heater is off and it has held since.').first().waitFor();
    await page.keyboard.press('r');
  }
  const send = odalys.getByRole('button', { name: 'Send to Caspian' });
  await answer(odalys, 'Caspian').waitFor();
  const stood = await send.boundingBox();
  await answer(odalys, 'Caspian').pressSequentially('The socket is fixed.');
  await answer(mateus, 'Caspian').pressSequentially('I changed the socket.');
  await expect(odalys.getByText('Mateus is writing')).toBeVisible();
  await expect(odalys.getByText('tells Mateus')).toBeVisible();
  // What comes to be said beside it does not push it from under the hand that is about to press it.
  expect(await send.boundingBox()).toEqual(stood);
  await send.click();
  await expect(odalys.getByRole('article').filter({ hasText: 'The socket is fixed.' })).toBeVisible();
  await mateus.getByRole('button', { name: 'Send to Caspian' }).click();
  const held = mateus.getByRole('alert').filter({ hasText: 'Odalys answered while you were writing' });
  await expect(held).toContainText('The socket is fixed.');
  await expect(answer(mateus, 'Caspian')).toContainText('I changed the socket.');
  await held.getByRole('button', { name: 'Send to Caspian anyway' }).click();
  await expect(odalys.getByRole('article').filter({ hasText: 'I changed the socket.' })).toBeVisible();
});

test('before it leaves: inside words are held up and marked, and there is time to take it back', async ({
  browser,
}) => {
  const { Yard } = await import('./yard');
  const yard = await Yard.open('--think-seconds', '25');
  try {
    const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/T-311');
    await odalys.getByText('Stern gland is dripping fast').waitFor();
    await odalys.keyboard.press('r');
    await answer(odalys, 'Leocadia').pressSequentially('She is safe for the night but it must not be left alone.');
    await expect(odalys.getByText(/Will be held back: 1\d words repeat what Hanneke wrote internally/)).toBeVisible();
    await odalys.getByRole('button', { name: 'Send to Leocadia' }).click();
    const held = odalys.getByRole('alert').filter({ hasText: 'Held back' });
    await expect(held.locator('mark')).toHaveText('She is safe for the night but it must not be left');
    await held.getByRole('button', { name: 'Edit' }).click();
    await answer(odalys, 'Leocadia').fill('All is well, and we watch her.');
    await odalys.getByRole('button', { name: 'Send to Leocadia' }).click();
    const entry = odalys.getByRole('article').filter({ hasText: 'All is well, and we watch her.' });
    await expect(entry).toContainText(/Leaves in \d+ s\./);
    await odalys.reload();
    await expect(entry).toContainText(/Leaves in \d+ s\./);
    await entry.getByRole('button', { name: 'Undo' }).click();
    await expect(entry).toHaveCount(0);
    await expect(answer(odalys, 'Leocadia')).toContainText('All is well, and we watch her.');
    await odalys.getByRole('button', { name: 'Send to Leocadia' }).click();
    await expect(entry).toContainText('by text', { timeout: 60_000 });
    await expect(entry.getByRole('button', { name: 'Undo' })).toHaveCount(0);
  } finally {
    yard.close();
  }
});

test('a stock reply by typing, a call note, sending on, and the question after closing', async ({ browser, yard }) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  await odalys.getByText('Go ahead with all eight.').first().waitFor();
  await odalys.getByRole('combobox', { name: 'With whom' }).selectOption('Benedikta Thorne');
  await odalys.getByRole('heading', { name: /Quillfish/ }).click();
  await odalys.keyboard.press('r');
  await answer(odalys, 'Benedikta').pressSequentially(';laun');
  await odalys.getByRole('option', { name: /launch day/ }).click();
  await expect(answer(odalys, 'Benedikta')).toContainText(
    'Good day Benedikta, J-1042 goes back into the water on Tuesday 28 April at 10:30.',
  );
  await odalys.getByRole('button', { name: 'Send and close' }).click();
  await expect(odalys.getByText('closed', { exact: true })).toBeVisible();

  // On her page she is asked how we did.
  await odalys.getByRole('button', { name: 'Make a private link' }).click();
  const link = await odalys.getByRole('link', { name: /\/with\// }).getAttribute('href');
  const benedikta = await (await browser.newContext()).newPage();
  await benedikta.goto(link!);
  await benedikta.getByLabel('very well').check();
  await benedikta.getByLabel('In your own words (optional)').fill('She has never looked better.');
  await benedikta.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(benedikta.getByText('You rated us very well.')).toBeVisible();

  // A note while on the telephone: wrong number said, then it stands inside with a task to call back.
  await odalys.getByRole('heading', { name: /Quillfish/ }).click();
  await odalys.keyboard.press('c');
  const call = odalys.getByRole('form', { name: 'Call note' });
  await call.getByLabel('Who').fill('Emeka Dahl');
  await call.getByLabel('Number').fill('12');
  await call.getByLabel('About').fill('The crane comes an hour later.');
  await call.getByRole('combobox', { name: /^For/ }).selectOption('Ines Kowal');
  await call.getByLabel('Call back').fill('2026-04-14T11:00');
  await call.getByRole('button', { name: 'Save note' }).click();
  await expect(call).toContainText('12 is');
  await call.getByLabel('Number').fill('910 000 142');
  await call.getByRole('button', { name: 'Save note' }).click();
  const note = odalys.getByRole('article').filter({ hasText: 'The crane comes an hour later.' });
  await expect(note.getByRole('checkbox', { name: /Call Emeka Dahl back on/ })).toBeVisible();

  // Sent on to somebody outside; inside words ask first.
  await note.click();
  await note.getByRole('button', { name: 'More', exact: true }).click();
  await note.getByRole('button', { name: 'Forward' }).click();
  const on = odalys.getByRole('dialog', { name: 'Forward' });
  await on.getByLabel('To').fill('lift@far.example');
  await on.getByLabel('A short message').fill('Please shift the lift by an hour.');
  await on.getByRole('button', { name: 'Forward', exact: true }).click();
  await expect(on.getByRole('alert')).toContainText('wrote internally');
  await on.getByRole('button', { name: 'Forward anyway' }).click();
  await expect(on).toHaveCount(0);
  const post = await yard.visit(browser, 'Odalys Brandt', '/post-office');
  await expect(post.getByRole('navigation', { name: 'Sent mail' })).toContainText('lift@far.example');

  // What she said stands in the report.
  await post.goto(`${yard.url}/reports`);
  await expect(post.getByText('She has never looked better.')).toBeVisible();
});
