import { expect, test } from './yard';

const entries = (page: import('@playwright/test').Page) => page.getByRole('article');

test('what is said is answered, signed, edited, pinned and removed, and another sees it live', async ({
  browser,
  yard,
}) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  const ines = await yard.visit(browser, 'Ines Kowal', '/dockets/J-1042');
  await expect(odalys.getByText('before the price goes up')).toBeVisible();
  await odalys.keyboard.press('n');
  await odalys.getByRole('textbox', { name: /note for colleagues/ }).pressSequentially('Anodes are on the bench.');
  await odalys.keyboard.press('Control+Enter');
  const said = entries(ines).filter({ hasText: 'Anodes are on the bench.' });
  await expect(said).toBeVisible();

  await said.hover();
  await said.getByRole('button', { name: 'React with a sign' }).click();
  await ines.getByRole('button', { name: 'On it', exact: true }).click();
  const mine = entries(odalys).filter({ hasText: 'Anodes are on the bench.' }).first();
  await expect(mine.getByRole('button', { name: 'On it: Ines' })).toBeVisible();

  await said.hover();
  await said.getByRole('button', { name: 'Answer this' }).click();
  await ines.getByRole('textbox', { name: /note for colleagues/ }).pressSequentially('Which bench?');
  await ines.keyboard.press('Control+Enter');
  const answer = entries(odalys).filter({ hasText: 'Which bench?' });
  await expect(answer).toContainText('To Odalys Anodes are on the bench.');
  await expect(odalys.getByRole('region', { name: 'New alerts' })).toContainText('Ines replied to you');

  await mine.hover();
  await mine.getByRole('button', { name: 'Edit', exact: true }).click();
  await odalys.getByRole('textbox', { name: 'Words' }).fill('Anodes are on the **long** bench.');
  await odalys.keyboard.press('Control+Enter');
  await expect(entries(ines).filter({ hasText: 'Anodes are on the long bench.' }).first()).toBeVisible();
  await ines.getByRole('button', { name: 'edited' }).click();
  await expect(ines.getByRole('dialog', { name: 'Earlier versions' })).toContainText('Anodes are on the bench.');
  await ines.keyboard.press('Escape');

  await answer.hover();
  await answer.getByRole('button', { name: 'More', exact: true }).click();
  await answer.getByRole('button', { name: 'Pin', exact: true }).click();
  await ines.getByRole('button', { name: '1 pinned' }).click();
  await ines.getByRole('button', { name: /Which bench\?/ }).click();
  await expect(ines.getByRole('button', { name: 'Back to where you were' })).toBeVisible();

  const long = entries(odalys).filter({ hasText: 'Anodes are on the long bench.' }).first();
  await long.hover();
  await long.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(ines.getByText('Odalys removed a note')).toBeVisible();
  await expect(entries(ines).filter({ hasText: 'removed since' })).toBeVisible();
});

test('a draft goes along to another device, and a conversation is carried at the foot of the window', async ({
  browser,
  yard,
}) => {
  const desk = await yard.visit(browser, 'Tobiah Renn', '/dockets/T-311');
  await expect(desk.getByText('both pumps running')).toBeVisible();
  await desk.keyboard.press('n');
  await desk.getByRole('textbox', { name: /note for colleagues/ }).pressSequentially('The gland is in the post');
  const saved = desk.waitForResponse((r) => r.url().endsWith('/draft') && r.ok());
  await saved;
  const phone = await yard.visit(browser, 'Tobiah Renn', '/dockets/T-311');
  await expect(phone.getByRole('textbox', { name: /note for colleagues/ })).toContainText('The gland is in the post');
  await expect(phone.getByRole('link', { name: /T-311.*draft/ })).toBeVisible();

  // A file and what is asked go along with the words, and are taken out there as well.
  const [here, there] = [desk, phone].map((page) => page.getByRole('region', { name: 'Add a note' }));
  await here!.getByRole('button', { name: 'Attach a file' }).click();
  const gland = { name: 'gland.txt', mimeType: 'text/plain', buffer: Buffer.from('14 mm') };
  await desk.getByLabel('Files', { exact: true }).setInputFiles(gland);
  await expect(there!.getByRole('list', { name: 'Attached files' })).toContainText('gland.txt');
  await there!.getByRole('button', { name: 'Ask for an answer' }).click();
  await there!.getByRole('radio', { name: 'Confirmation' }).check();
  await expect(here!.getByRole('radio', { name: 'Confirmation' })).toBeChecked();
  await here!.getByRole('button', { name: 'Don’t ask' }).click();
  await expect(there!.getByRole('radio', { name: 'Confirmation' })).toHaveCount(0);

  await desk.getByRole('region', { name: 'Add a note' }).getByRole('button', { name: 'Keep in view' }).click();
  await desk.getByRole('link', { name: 'Queues', exact: false }).first().click();
  const hand = desk.getByRole('region', { name: /Carried: Inside, T-311/ });
  await expect(hand.getByRole('textbox', { name: /note for colleagues/ })).toContainText('The gland is in the post');
  await hand.getByRole('button', { name: 'Add note', exact: true }).click();
  await expect(phone.getByRole('article').filter({ hasText: 'The gland is in the post' })).toContainText('gland.txt');
  await expect(there!.getByRole('list', { name: 'Attached files' })).toHaveCount(0);
  await expect(phone.getByRole('textbox', { name: /note for colleagues/ })).not.toContainText('The gland');
});

test('a colleague is written to from anywhere, and a notice is confirmed', async ({ browser, yard }) => {
  const kit = await yard.visit(browser, 'Kit Ramaswamy', '/tasks');
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/tasks');
  await odalys.getByRole('button', { name: /^Colleagues/ }).click();
  await odalys.getByRole('button', { name: /^Kit Ramaswamy/ }).click();
  const hand = odalys.getByRole('region', { name: 'Carried: Kit Ramaswamy' });
  await hand.getByRole('button', { name: /Only the two/ }).click();
  await hand.getByRole('textbox').pressSequentially('Are you at the slip?');
  await odalys.keyboard.press('Control+Enter');
  const told = kit.getByRole('region', { name: 'New alerts' });
  await expect(told).toContainText('Odalys wrote to you');
  await told.getByRole('button', { name: 'Reply here' }).click();
  await told.getByRole('textbox', { name: 'Answer' }).fill('Until noon.');
  await told.getByRole('button', { name: 'Reply, internal only' }).click();
  await expect(hand).toContainText('Until noon.');
  await kit.goto(`${yard.url}/talk?audience=own`);
  await kit.getByRole('button', { name: /Odalys Brandt/ }).click();
  await expect(kit.getByRole('heading', { name: 'Direct', exact: true })).toBeVisible();

  await odalys.goto(`${yard.url}/noticeboard`);
  await odalys.getByRole('button', { name: 'Post a notice' }).click();
  await odalys.getByLabel('Title').fill('Slipway closed on Friday');
  await odalys.getByRole('textbox', { name: 'Words' }).fill('The winch is serviced.');
  await odalys.getByLabel(/Each must confirm/).check();
  await odalys.getByRole('button', { name: 'Post notice' }).click();
  await kit.goto(`${yard.url}/noticeboard`);
  await kit
    .getByRole('article', { name: 'Slipway closed on Friday' })
    .getByRole('button', { name: 'I have read this' })
    .click();
  await expect(odalys.getByRole('article', { name: 'Slipway closed on Friday' })).toContainText('1 of 7 confirmed');
});

test('a search is narrowed by typing, and its words are marked', async ({ browser, yard }) => {
  const page = await yard.visit(browser, 'Odalys Brandt', '/');
  await expect(page.getByRole('heading', { name: 'Since you left', exact: true })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Search or do' }).fill('bolts /by tobiah /in J-1042');
  await expect(page.getByText('said by Tobiah Renn')).toBeVisible();
  const found = page.getByRole('option').filter({ hasText: 'Tobiah Renn, J-1042' });
  await expect(found.first().locator('mark')).toHaveText('bolts');
  await found.first().click();
  await expect(page).toHaveURL(/dockets\/J-1042/);
});

test('long talk is read from both ends and by date', async ({ browser, yard }) => {
  const page = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  await expect(page.getByText('before the price goes up')).toBeVisible();
  await page.getByRole('button', { name: 'Go to a date' }).click();
  await page.getByLabel('Show from').fill('2026-03-02');
  await page.getByLabel('Show from').press('Enter');
  await expect(page.getByText('before the price goes up')).not.toBeInViewport();
  const toNewest = page.getByRole('button', { name: 'Go to the latest' });
  if (await toNewest.isVisible()) await toNewest.click();
  else await page.getByRole('region', { name: 'Talk' }).press('End');
  await expect(page.getByText('before the price goes up')).toBeVisible();
});

test('files go along with captions, a broken connection does not stop them, and a colleague looks at them', async ({
  browser,
  yard,
}) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  await expect(odalys.getByText('Go ahead with all eight.')).toBeVisible();
  const inside = odalys.getByRole('region', { name: 'Add a note' });
  await inside.getByRole('button', { name: 'Attach a file' }).click();
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" width="80" height="60"><rect width="80" height="60" fill="teal"/></svg>';

  // The line is cut after the upload has begun; it rests, says so, and goes on by itself.
  let cut = true;
  await odalys.route('**/api/uploads/*', (route) => (cut ? route.abort() : route.continue()));
  await odalys.locator('input[aria-label=Files]').setInputFiles([
    { name: 'deck.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) },
    { name: 'moisture.csv', mimeType: 'text/csv', buffer: Buffer.from('Frame,Port\n1,12\n2,21\n') },
  ]);
  const list = inside.getByRole('list', { name: 'Attached files' });
  await expect(list.getByText('waiting for the server').first()).toBeVisible();
  await expect(inside.getByRole('button', { name: 'Add note', exact: true })).toBeDisabled();
  cut = false;
  await expect(list.getByText('waiting for the server')).toHaveCount(0);
  await list.getByLabel('Caption of moisture.csv').fill('By frame');
  await list.getByRole('button', { name: 'Move moisture.csv to the front' }).click();
  await inside.getByRole('button', { name: 'Add note', exact: true }).click();
  await expect(list).toHaveCount(0);

  const ines = await yard.visit(browser, 'Ines Kowal', '/dockets/J-1042');
  const files = ines.getByRole('article').filter({ hasText: 'deck.svg' }).getByRole('list', { name: 'Files' });
  await expect(files.getByRole('listitem').first()).toContainText('By frame');
  await files.getByRole('button', { name: /By frame/ }).click();
  const viewer = ines.getByRole('dialog', { name: /moisture.csv/ });
  await expect(viewer.getByRole('columnheader', { name: 'Port' })).toBeVisible();
  await expect(viewer.getByRole('cell', { name: '21' })).toBeVisible();
  await ines.keyboard.press('ArrowRight');
  await expect(ines.getByRole('dialog', { name: /deck.svg/ }).getByRole('img', { name: 'deck.svg' })).toBeVisible();
  const [download] = await Promise.all([
    ines.waitForEvent('download'),
    ines.getByRole('button', { name: 'Download' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('deck.svg');
});

test('words point at things that say how they stand, and a pasted table is a table', async ({ browser, yard }) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/T-312');
  await expect(odalys.getByText('Heater is off and it has held since.')).toBeVisible();
  await odalys.keyboard.press('n');
  const note = odalys.getByRole('textbox', { name: /note for colleagues/ });
  const paste = (types: Record<string, string>) =>
    note.evaluate((element, given) => {
      const data = new DataTransfer();
      for (const [type, words] of Object.entries(given)) data.setData(type, words);
      element.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
    }, types);
  await paste({ 'text/plain': `${yard.url}/dockets/J-1042` });
  await expect(note.locator('.tag')).toHaveText('#J-1042');
  await odalys.keyboard.press('Enter');
  await paste({ 'text/plain': 'Circuit\tAmps\nShore\t16\n' });
  await expect(note.getByRole('table')).toBeVisible();
  await odalys.keyboard.press('Control+Enter');
  const said = odalys.getByRole('article').filter({ hasText: 'Circuit' });
  await expect(said.getByRole('cell', { name: '16' })).toBeVisible();
  const card = said.getByRole('button', { name: /J-1042 Quillfish/ });
  await expect(card).toContainText('owner Odalys Brandt');
  await card.click();
  await expect(odalys.getByRole('heading', { name: 'Quillfish: keel and rigging refit', exact: true })).toBeVisible();
});

test('what the page lets one do is found by typing', async ({ browser, yard }) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  await expect(odalys.getByText('Go ahead with all eight.')).toBeVisible();
  await odalys.keyboard.press('Control+k');
  await expect(odalys.getByRole('combobox', { name: 'Search or do' })).toBeFocused();
  await odalys.keyboard.type('private link');
  await odalys.getByRole('option', { name: 'Make a private link' }).click();
  await expect(odalys.getByText(/The private page of Benedikta Thorne is/)).toBeVisible();
});
