import { Yard, expect, test } from './yard';

/** The second of two lanes, in which the party is written to. */
const replyTo = (page: import('@playwright/test').Page) => page.getByRole('region', { name: /^Reply to/ });

test('a reply leaves later: colleagues see it, its author changes it, and sends it after all', async ({
  browser,
  yard,
}) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1017');
  const tobiah = await yard.visit(browser, 'Tobiah Renn', '/dockets/J-1017');
  const writing = replyTo(odalys);
  await writing.getByRole('button', { name: /^Reply to/ }).click();
  await writing.getByRole('textbox').pressSequentially('The rigging goes up on Thursday.');
  await writing.getByRole('button', { name: 'Send later' }).click();
  const when = odalys.getByRole('dialog', { name: 'Send later' });
  await when.getByRole('button', { name: /^When we open, Wed 15 Apr/ }).click();

  const waits = (page: typeof odalys) => page.getByRole('region', { name: 'Waiting to leave' }).getByRole('article');
  await expect(waits(odalys)).toContainText('Leaves Wed 15 Apr 08:00.');
  await expect(writing.getByRole('textbox')).toHaveText('');
  // A colleague sees what will be said, and cannot change it.
  await expect(waits(tobiah)).toContainText('The rigging goes up on Thursday.');
  await expect(waits(tobiah).getByRole('button')).toHaveText(['Stop it']);

  await waits(odalys).getByRole('button', { name: 'Change', exact: true }).click();
  await odalys.getByRole('textbox', { name: 'Words', exact: true }).fill('The rigging goes up on Friday.');
  await odalys.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(waits(tobiah)).toContainText('on Friday.');

  // Stopped by a colleague, it stays and its author is told; they send it all the same.
  await waits(tobiah).getByRole('button', { name: 'Stop it' }).click();
  await expect(waits(odalys)).toContainText('Tobiah stopped it.');
  await waits(odalys).getByRole('button', { name: 'Send now' }).click();
  await expect(odalys.getByRole('article', { name: /^Odalys Brandt/ }).last()).toContainText(
    'The rigging goes up on Friday.',
  );
  await expect(waits(odalys)).toHaveCount(0);
  await expect(waits(tobiah)).toHaveCount(0);
});

test('kept back, the words wait where they were written', async ({ browser, yard }) => {
  const page = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1021');
  const writing = replyTo(page);
  await writing.getByRole('button', { name: /^Reply to/ }).click();
  await writing.getByRole('textbox').pressSequentially('The berth is free from May.');
  await writing.getByRole('button', { name: 'Send later' }).click();
  const when = page.getByRole('dialog', { name: 'Send later' });
  await when.getByRole('textbox', { name: 'At another moment' }).fill('fri 10:00');
  await when.getByRole('textbox', { name: 'At another moment' }).press('Enter');
  await expect(when.getByRole('textbox', { name: 'At another moment' })).toHaveValue('Fri 17 Apr 10:00');
  await when.getByRole('button', { name: 'Send then' }).click();
  const waits = page.getByRole('region', { name: 'Waiting to leave' }).getByRole('article');
  await expect(waits).toContainText('Leaves Fri 17 Apr 10:00.');
  await waits.getByRole('button', { name: 'Keep back' }).click();
  await expect(writing.getByRole('textbox')).toHaveText('The berth is free from May.');
  await expect(waits).toHaveCount(0);
});

test('the customers of many dockets are written to at once, each by themselves', async ({ browser }) => {
  const yard = await Yard.open();
  try {
    const page = await yard.visit(browser, 'Odalys Brandt', '/dockets');
    for (const ref of ['J-1017', 'J-1021', 'J-1042'])
      await page.getByRole('checkbox', { name: `Choose ${ref}` }).check();
    await page.getByRole('button', { name: 'Write to their customers' }).click();
    await page
      .getByRole('textbox', { name: 'What you want to say' })
      .fill('Dear {party first name}, the lift is down tomorrow.');
    const list = page.getByRole('listitem');
    await expect(list.filter({ hasText: 'Dear Silas, the lift is down tomorrow.' })).toBeVisible();
    // The surveyor takes part in one of them, and is left out unless somebody says otherwise.
    await expect(page.getByRole('checkbox', { name: 'Send to Harbourline Marine Survey, J-1042' })).not.toBeChecked();
    await page.getByRole('checkbox', { name: 'Send to Xanthe Miller-Quay, J-1021' }).uncheck();
    await page.getByRole('button', { name: 'Change it for Silas Moreno-Reed' }).click();
    await page
      .getByRole('textbox', { name: 'Words for Silas Moreno-Reed' })
      .fill('Dear Silas, we cannot lift her tomorrow.');
    // What is being written outlives the page.
    await page.reload();
    await expect(page.getByRole('textbox', { name: 'Words for Silas Moreno-Reed' })).toHaveValue(
      'Dear Silas, we cannot lift her tomorrow.',
    );
    await page.getByRole('button', { name: 'Send to 2' }).click();
    await expect(page.getByRole('status').filter({ hasText: 'of 2 sent' })).toHaveText('2 of 2 sent', {
      timeout: 20_000,
    });
    await page.getByRole('link', { name: 'Silas Moreno-Reed' }).click();
    const said = page.getByRole('article').filter({ hasText: 'Dear Silas, we cannot lift her tomorrow.' });
    await expect(said.getByRole('link', { name: 'One of a message to many' })).toBeVisible();
  } finally {
    yard.close();
  }
});

test('a saved view is pointed at in a note, and opens there as each reader sees it', async ({ browser }) => {
  const yard = await Yard.open();
  try {
    const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets');
    await odalys.getByRole('combobox', { name: 'Kind' }).selectOption({ label: 'Jobs' });
    await odalys.getByRole('button', { name: /^Views/ }).click();
    await odalys.getByRole('textbox', { name: 'Name of this view' }).fill('Jobs of spring');
    await odalys.getByRole('checkbox', { name: 'Share it with colleagues' }).check();
    await odalys.getByRole('button', { name: 'Save this view' }).click();
    await expect(odalys.getByRole('button', { name: 'Views (1)' })).toBeVisible();

    await odalys.goto(`${yard.url}/dockets/J-1042`);
    await odalys.getByRole('heading', { name: /^Quillfish/ }).waitFor();
    await odalys.keyboard.press('n');
    await odalys.keyboard.type('Look at #Jobs of');
    await odalys.getByRole('option', { name: /Jobs of spring/ }).click();
    await odalys.keyboard.type('please');
    await odalys.getByRole('button', { name: 'Add note' }).click();

    const ines = await yard.visit(browser, 'Ines Kowal', '/dockets/J-1042');
    const said = ines.getByRole('article').filter({ hasText: 'Look at #Jobs of spring' });
    await said.getByText('#Jobs of spring').click();
    const view = ines.getByRole('group', { name: 'Jobs of spring' });
    await expect(view.getByRole('status')).toHaveText(/^\d+ dockets$/);
    await expect(view.getByRole('link', { name: /^J-1017/ })).toBeVisible();
    await view.getByRole('button', { name: 'Hide it' }).click();
    await expect(view).toHaveCount(0);
  } finally {
    yard.close();
  }
});
