import { expect, test } from './yard';

const plan =
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 200"><title>Berth plan</title>` +
  `<rect width="400" height="200" fill="#fff"/><text x="20" y="40">travel lift dock</text></svg>`;

test('a page is begun, kept over a reload, saved, pointed at, found, revised by two, and read at ease', async ({
  browser,
  yard,
}) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  const ines = await yard.visit(browser, 'Ines Kowal', '/dockets/J-1042');
  await odalys.getByRole('button', { name: 'New sheet' }).click();
  await odalys.getByRole('textbox', { name: 'Name', exact: true }).fill('Sea trial notes');
  await odalys.getByRole('button', { name: 'Create' }).click();
  const page = odalys.getByRole('textbox', { name: 'Sea trial notes' });
  await page.click();
  await odalys.keyboard.type('# Before we go');
  await odalys.keyboard.press('Enter');
  await odalys.keyboard.type('Check the seacocks. See #hull moi');
  await odalys.getByRole('option', { name: /#Hull moisture/ }).click();
  await odalys.keyboard.type('first.');
  await odalys.reload();
  await expect(page).toContainText('Check the seacocks. See #Hull moisture first.');
  await expect(page.getByRole('heading', { name: 'Before we go', exact: true })).toBeVisible();
  await odalys.getByRole('button', { name: 'Save the sheet' }).click();
  await expect(odalys.getByText('revision 1, Odalys')).toBeVisible();

  // A colleague sees it come, with who made it, and follows the tag that stands in it.
  const theirs = ines.getByRole('complementary', { name: 'Commitments' });
  await theirs.getByRole('link', { name: /Sea trial notes/ }).click();
  await expect(ines.getByRole('heading', { level: 1 })).toHaveText('Sea trial notes');
  await ines.getByText('#Hull moisture').hover();
  await expect(ines.getByRole('tooltip')).toContainText('table of J-1042 · revision 2 by Ines Kowal');

  // Both write on it: the second is told, sees the other's, and follows on it.
  await ines.keyboard.press('e');
  const hers = ines.getByRole('textbox', { name: 'Sea trial notes' });
  await hers.click();
  await ines.keyboard.press('Control+End');
  await ines.keyboard.type(' Life jackets for all.');
  await odalys.getByRole('button', { name: 'Edit' }).click();
  await page.click();
  await odalys.keyboard.press('Control+End');
  await odalys.keyboard.type(' Fuel for six hours.');
  await odalys.getByLabel('What is new').fill('fuel');
  await odalys.getByRole('button', { name: 'Save as revision 2' }).click();
  await expect(odalys.getByText('revision 2, Odalys')).toBeVisible();
  await ines.getByRole('button', { name: 'Save as revision 2' }).click();
  await expect(ines.getByRole('alert')).toContainText('Someone changed this sheet since you opened it');
  await expect(ines.getByRole('region', { name: 'Latest revision' })).toContainText('Fuel for six hours.');
  await ines.getByRole('button', { name: /save mine after it/ }).click();
  await ines.getByRole('button', { name: 'Save as revision 3' }).click();
  await expect(ines.getByText('revision 3, Ines')).toBeVisible();
  await ines.getByRole('button', { name: 'What changed', exact: true }).click();
  await expect(ines.getByText('1 paragraph changed.')).toBeVisible();
  await expect(ines.locator('del')).toContainText('Fuel');
  await expect(ines.locator('ins')).toContainText('Life jackets');

  // Found by its words, from anywhere.
  await odalys.goto(yard.url);
  await expect(odalys.getByRole('heading', { level: 1 })).toContainText('Today');
  await odalys.keyboard.press('Control+k');
  await odalys.keyboard.type('life jackets');
  await odalys.getByRole('option', { name: /Sea trial notes: .*life jackets/i }).click();
  await expect(odalys.getByRole('heading', { level: 1 })).toHaveText('Sea trial notes');

  // At ease, in the size that one reads best.
  await odalys.getByRole('button', { name: 'Reading view' }).click();
  const reading = odalys.getByRole('dialog', { name: 'Sea trial notes' });
  await reading.getByLabel('Size').fill('30');
  await expect(reading.locator('.said')).toHaveCSS('font-size', '30px');
  await expect(reading).toContainText('Life jackets for all.');
  await odalys.keyboard.press('Escape');

  // Pointed at by its link, which becomes a tag, and alone on a line a card.
  const address = odalys.url();
  await odalys.goto(`${yard.url}/dockets/J-1042`);
  await expect(odalys.getByText('before the price goes up')).toBeVisible();
  await odalys.keyboard.press('n');
  await expect(odalys.getByRole('textbox', { name: /note for colleagues/ })).toBeFocused();
  await odalys.evaluate((text) => navigator.clipboard.writeText(text), address);
  await odalys.keyboard.press('Control+v');
  await expect(odalys.getByRole('textbox', { name: /note for colleagues/ }).locator('.tag')).toHaveText(
    '#Sea trial notes',
  );
  await odalys.keyboard.press('Control+Enter');
  await odalys.getByRole('button', { name: /Sea trial notes page of J-1042 · revision 3 by Ines Kowal/ }).click();
  await expect(odalys.getByRole('heading', { level: 1 })).toHaveText('Sea trial notes');

  // Removed and brought back.
  await odalys.getByRole('button', { name: 'Remove the sheet' }).click();
  await expect(odalys.getByRole('complementary', { name: 'Commitments' })).toContainText('1 removed');
  await odalys.getByRole('button', { name: 'Restore' }).click();
  await expect(odalys.getByRole('link', { name: /Sea trial notes/ }).first()).toBeVisible();
});

test('the customer sees the revision that is shared, on their own page, and what comes after only when it is shared too', async ({
  browser,
  yard,
}) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  await odalys.getByRole('button', { name: 'Make a private link' }).click();
  const link = await odalys.getByRole('link', { name: /\/with\// }).textContent();
  const customer = await (await browser.newContext()).newPage();
  await customer.goto(link!);
  await customer.getByRole('button', { name: /Shared with you/ }).click();
  await customer.getByRole('button', { name: /Survey report/ }).click();
  await expect(customer.getByRole('region', { name: 'Survey report' })).toContainText('The others were not drawn.');
  await expect(customer.getByRole('region', { name: 'Survey report' })).not.toContainText('waisted at the joint');

  await odalys.keyboard.press('Escape');
  await odalys.getByRole('link', { name: /^Page Survey report/ }).click();
  await odalys.getByRole('tab', { name: 'Revisions and sharing' }).click();
  const side = odalys.getByRole('region', { name: 'Who sees it, and its revisions' });
  await expect(side).toContainText('Benedikta Thorne sees revision 1.');
  await side.getByRole('button', { name: 'Show revision 3 instead' }).click();
  await expect(side).toContainText('Benedikta Thorne sees it as it is.');
  // It is there without a reload.
  await expect(customer.getByRole('region', { name: 'Survey report' })).toContainText('waisted at the joint', {
    timeout: 15_000,
  });
  await side.getByRole('button', { name: 'Stop sharing' }).click();
  await expect(side).toContainText('Internal only.');
  await customer.reload();
  await expect(customer.getByRole('button', { name: /Shared with you/ })).toHaveCount(0);
});

test('on a phone the sheets of a docket are reached with a thumb, and read', async ({ browser, yard }) => {
  const page = await yard.visit(browser, 'Kit Ramaswamy', '/dockets/J-1042', { width: 390, height: 844 });
  await page.getByRole('button', { name: /^Commitments/ }).click();
  await page
    .getByRole('dialog')
    .getByRole('link', { name: /^Page Survey report/ })
    .click();
  await expect(page.getByRole('region', { name: 'Survey report' })).toContainText('waisted at the joint');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByRole('tab', { name: 'Revisions and sharing' }).click();
  await page.getByRole('button', { name: 'Revision 1' }).click();
  await expect(page.getByText('revision 1 of 3')).toBeVisible();

  // Come to an older revision by its address, one still writes on the newest.
  await page.reload();
  await expect(page.getByText('revision 1 of 3')).toBeVisible();
  let answer = () => {};
  const pressed = new Promise<void>((resolve) => (answer = resolve));
  await page.route(/\/api\/sheets\/[0-9a-f-]+$/, async (route) => {
    await pressed;
    await route.continue();
  });
  await page.getByRole('button', { name: 'Edit' }).click();
  answer();
  await expect(page.getByRole('button', { name: 'Save as revision 4' })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Survey report' })).toContainText('waisted at the joint');
});

test('a table is written in by keyboard and pasted into, and a drawing is chosen, enlarged and replaced', async ({
  browser,
  yard,
}) => {
  const ines = await yard.visit(browser, 'Ines Kowal', '/dockets/J-1042');
  await ines.getByRole('link', { name: /^Table Hull moisture/ }).click();
  await expect(ines.getByRole('table').getByRole('row')).toHaveCount(19);
  await ines.keyboard.press('e');
  await ines.getByLabel('Reading in %, row 1', { exact: true }).fill('17');
  await ines.getByLabel('Reading in %, row 1', { exact: true }).press('Enter');
  await expect(ines.getByLabel('Reading in %, row 2', { exact: true })).toBeFocused();
  await ines.keyboard.press('Alt+ArrowDown');
  await expect(ines.getByLabel('Height above joint, row 3', { exact: true })).toHaveValue('60 cm');
  await expect(ines.getByLabel('Reading in %, row 3', { exact: true })).toBeFocused();
  await ines.getByRole('button', { name: 'Undo' }).click();
  await expect(ines.getByLabel('Height above joint, row 2', { exact: true })).toHaveValue('60 cm');
  await ines.getByLabel('Frame, row 18', { exact: true }).click();
  await ines.getByRole('button', { name: 'Row below' }).click();
  await expect(ines.getByLabel('Frame, row 19', { exact: true })).toBeFocused();
  await ines.evaluate(() => navigator.clipboard.writeText('9\tport\t30 cm\t11\n9\tstarboard\t30 cm\t12'));
  await ines.keyboard.press('Control+v');
  await expect(ines.getByLabel('Side, row 20', { exact: true })).toHaveValue('starboard');
  await ines.getByLabel('What is new').fill('frame 9 too');
  await ines.keyboard.press('Control+s');
  await expect(ines.getByText('revision 3, Ines')).toBeVisible();
  await ines.getByRole('button', { name: 'What changed', exact: true }).click();
  await expect(ines.getByText('1 row changed, 2 added.')).toBeVisible();

  await ines.goto(`${yard.url}/dockets/J-1042`);
  await ines.getByRole('button', { name: 'New sheet' }).click();
  await ines.getByRole('textbox', { name: 'Name', exact: true }).fill('Berths');
  await ines.getByRole('radio', { name: /Drawing/ }).check();
  await ines.getByRole('button', { name: 'Create' }).click();
  const file = ines.getByLabel('File of the drawing');
  await file.setInputFiles({ name: 'none.svg', mimeType: 'image/svg+xml', buffer: Buffer.from('no picture') });
  await ines.getByRole('button', { name: 'Save the sheet' }).click();
  await expect(ines.getByRole('alert')).toContainText('none.svg cannot be read as SVG');
  await file.setInputFiles({ name: 'berths.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(plan) });
  await expect(ines.getByRole('img', { name: 'berths.svg' })).toBeVisible();
  await ines.getByRole('button', { name: 'Save the sheet' }).click();
  await expect(ines.getByText('revision 1, Ines')).toBeVisible();
  const drawing = ines.getByRole('region', { name: /^Berths/ });
  const before = (await drawing.getByRole('img').boundingBox())!.width;
  await drawing.focus();
  await ines.keyboard.press('+');
  await ines.keyboard.press('+');
  await expect.poll(async () => (await drawing.getByRole('img').boundingBox())!.width).toBeGreaterThan(before * 1.4);
  await ines.getByRole('button', { name: 'Fit to window' }).click();
  await expect(ines.getByText('100 %')).toBeVisible();
  await ines.keyboard.press('Control+k');
  await ines.keyboard.type('travel lift dock');
  await expect(ines.getByRole('option', { name: /Berths: .*travel lift dock/ })).toBeVisible();
});

test('a panel stays within reach when what stands above its button grows', async ({ yard, browser }) => {
  const page = await yard.visit(browser, 'Mateus Lindqvist', '/dockets/J-1042');
  const opener = page.getByRole('button', { name: 'New sheet' });
  await opener.click();
  const name = page.getByRole('textbox', { name: 'Name', exact: true });
  await name.fill('Not made');
  // As when its column comes in bit by bit: everything below is pushed out of the window.
  await opener.evaluate((button) => {
    const tall = document.createElement('div');
    tall.style.height = '1500px';
    button.closest('section')!.before(tall);
  });
  await expect(opener).not.toBeInViewport();
  await expect(page.getByRole('button', { name: 'Create', exact: true })).toBeInViewport({ ratio: 1 });
  await expect(name).toHaveValue('Not made');
});
