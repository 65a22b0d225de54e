import { join } from 'node:path';
import { expect, test } from './yard';

const to = (name: string) => join(import.meta.dirname, '../../docs/screenshots', `${name}.png`);

test('the pictures of the README', async ({ browser, yard }) => {
  const page = await yard.visit(browser, 'Odalys Brandt', '/dockets/T-311');
  const ines = await yard.visit(browser, 'Ines Kowal', '/dockets/J-1042');
  await expect(ines.getByText('Go ahead with all eight.')).toBeVisible();
  await expect(page.getByText('Is it safe to stay on board')).toBeVisible();
  await page.goto(`${yard.url}/dockets/J-1042`);
  await expect(page.getByText('Ines is here')).toBeVisible();
  await page.screenshot({ path: to('docket') });

  // When it can be done, and what would be if somebody helped.
  await page.goto(`${yard.url}/dockets/J-1042/forecast`);
  await page.getByRole('button', { name: 'Fit the eight new keel bolts' }).click();
  await page.getByLabel('Who helps').selectOption({ label: 'Kit Ramaswamy' });
  await page.getByRole('button', { name: 'Look at it' }).click();
  await expect(page.getByText(/with this plan/)).toBeVisible();
  await page.waitForTimeout(300);
  await page.screenshot({ path: to('forecast') });
  await page.goto(`${yard.url}/dockets/J-1042`);
  await expect(page.getByText('Ines is here')).toBeVisible();

  await page.evaluate(() => (document.documentElement.dataset.theme = 'dark'));
  await page.screenshot({ path: to('docket-dark') });
  await page.evaluate(() => (document.documentElement.dataset.theme = 'light'));

  await page.getByRole('button', { name: /^Alerts \d/ }).click();
  await expect(page.getByRole('dialog', { name: 'Alerts' })).toBeVisible();
  await page.screenshot({ path: to('alerts') });
  await page.keyboard.press('Escape');

  await page.goto(`${yard.url}/noticeboard`);
  await page.getByRole('button', { name: 'Post a notice' }).click();
  await page.getByLabel('Title').fill('Slipway closed on Friday morning');
  await page
    .getByRole('textbox', { name: 'Words' })
    .fill('The winch is **serviced** from eight to eleven. What must come out goes to the crane in the Upper Yard.');
  await page.getByLabel(/Each must confirm/).check();
  await page.getByRole('button', { name: 'Post notice' }).click();
  await page.getByRole('button', { name: 'Comment', exact: true }).click();
  await page.getByRole('button', { name: /^Comment on the notice/ }).click();
  await page.getByRole('textbox', { name: /^Comment on the notice/ }).click();
  await page.keyboard.type('Morrow is due at nine. Can she go first?');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('button', { name: '1 comment' })).toBeVisible();
  await page.screenshot({ path: to('noticeboard') });
  await page.goto(`${yard.url}/talk?audience=outside`);
  await page.getByRole('button', { name: /T-311/ }).click();
  await expect(page.getByText('Is it safe to stay on board')).toBeVisible();
  await page.waitForTimeout(300);
  await page.screenshot({ path: to('talk') });

  for (const [name, path] of [
    ['today', '/'],
    ['dockets', '/dockets'],
    ['asks', '/asks'],
  ] as const) {
    await page.goto(yard.url + path);
    await page.waitForLoadState('networkidle');
    if (name === 'dockets') {
      // With what the firm keeps of its dockets.
      await page.getByRole('button', { name: 'Columns and groups' }).click();
      for (const field of ['Length', 'Berth']) await page.getByRole('checkbox', { name: field }).check();
      await page.keyboard.press('Escape');
      await page.waitForLoadState('networkidle');
    }
    await page.screenshot({ path: to(name) });
  }

  await page.goto(`${yard.url}/tasks`);
  await page.getByRole('button', { name: 'Table' }).click();
  await page.getByRole('combobox', { name: 'Whose tasks' }).selectOption('all');
  await page.getByRole('button', { name: 'Re-bed the chainplates, port side' }).click();
  await page
    .getByLabel('Parts, one on each line')
    .fill('Draw the old bolts\nClean the mating faces\nBed and bolt\n  sealant\n  torque');
  await page.getByRole('complementary', { name: 'Task' }).getByRole('button', { name: 'Add' }).first().click();
  await expect(page.getByRole('button', { name: 'torque', exact: true })).toBeVisible();
  await page.getByRole('checkbox', { name: 'Done: Draw the old bolts' }).click();
  await page.waitForTimeout(500);
  await page.screenshot({ path: to('tasks') });

  await page.goto(`${yard.url}/queues`);
  await page.getByRole('gridcell', { name: /T-311/ }).click();
  await expect(page.getByRole('complementary', { name: 'What can be done with it' })).toContainText('Best placed');
  await page.waitForTimeout(400);
  await page.screenshot({ path: to('queues') });
  await page.goto(`${yard.url}/reports`);
  await expect(page.getByRole('heading', { name: 'What customers say' })).toBeVisible();
  await page.screenshot({ path: to('reports') });
  const administrator = await yard.visit(browser, 'Wilhelmina Achterberg', '/set-up');
  await administrator.getByRole('button', { name: 'Kinds', exact: true }).click();
  await expect(administrator.getByRole('form', { name: 'Job' })).toBeVisible();
  await administrator.screenshot({ path: to('set-up') });

  // How one message is read, for docs/reader.md: its spans, and what each run of words weighs.
  await administrator.getByRole('button', { name: 'Reading', exact: true }).click();
  await administrator
    .getByRole('textbox', { name: 'Message to read' })
    .fill('Kit, the tail lift creaks, could you grease it by Thursday? The van goes out on Friday.');
  await administrator.getByRole('button', { name: 'Read it' }).click();
  await expect(administrator.getByRole('heading', { name: 'What might ask for work' })).toBeVisible();
  await administrator.screenshot({ path: join(import.meta.dirname, '../../docs/reader.png') });

  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Search or do' }).fill('bolts');
  await expect(
    page.getByRole('option').filter({ hasText: 'Go ahead with all eight' }).or(page.getByRole('option').nth(3)),
  ).toBeVisible();
  await page.screenshot({ path: to('find-or-do') });

  // A sheet, and what is said on it.
  await page.goto(`${yard.url}/dockets/J-1042`);
  await page.getByRole('link', { name: /^Page Survey report/ }).click();
  await page
    .getByRole('article')
    .filter({ hasText: 'a third of the section' })
    .getByRole('button', { expanded: false })
    .click();
  await expect(page.getByRole('button', { name: 'Settle', exact: true })).toBeVisible();
  await page.waitForTimeout(300);
  await page.screenshot({ path: to('sheet') });

  // A meeting to be set, beside the words that are its agenda.
  const tobiah = await yard.visit(browser, 'Tobiah Renn', '/dockets/P-7');
  const note = tobiah.getByRole('region', { name: 'Add a note' });
  await note.getByRole('button', { name: /^Set up a meeting/ }).click();
  await note.getByLabel('What the meeting is about').fill('Deposit for the racking');
  await note.getByRole('button', { name: 'who?' }).click();
  for (const name of ['Wilhelmina Achterberg', 'Kit Ramaswamy']) await tobiah.getByRole('checkbox', { name }).check();
  await tobiah.keyboard.press('Escape');
  await note.getByRole('list', { name: 'Times that suit' }).getByRole('button').nth(1).click();
  await tobiah.waitForTimeout(500);
  await tobiah.screenshot({ path: to('meeting') });
  await tobiah.goto(`${yard.url}/rules`);
  await tobiah.getByRole('button', { name: /^Work begins/ }).click();
  await tobiah.getByRole('button', { name: 'Try it on the past' }).click();
  await expect(tobiah.getByRole('status').filter({ hasText: 'it would have acted' })).toBeVisible();
  await tobiah.screenshot({ path: to('rules') });

  const phone = await yard.visit(browser, 'Ines Kowal', '/dockets/J-1042', { width: 390, height: 844 });
  await expect(phone.getByText('before the price goes up')).toBeVisible();
  await phone.screenshot({ path: to('docket-phone') });

  const link = await (async () => {
    await ines.getByRole('combobox', { name: 'With whom' }).selectOption('Benedikta Thorne');
    await ines.getByRole('button', { name: 'Make a private link' }).click();
    return ines.getByRole('link', { name: /\/with\// }).getAttribute('href');
  })();
  const customer = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await customer.goto(link!);
  await expect(customer.getByText('Go ahead with all eight.')).toBeVisible();
  await customer.screenshot({ path: to('customer-page') });
});
