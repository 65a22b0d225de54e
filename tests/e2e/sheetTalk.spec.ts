import type { Page } from '@playwright/test';
import { expect, test } from './yard';

/** Selects words on the page that is shown, as one does with the mouse; a key is pressed before the browser has said so. */
const select = (page: Page, words: string, thenPress = '') =>
  page.evaluate(
    ([text, key]) => {
      const walk = document.createTreeWalker(document.querySelector('.sheet')!, NodeFilter.SHOW_TEXT);
      for (let node = walk.nextNode() as Text | null; node; node = walk.nextNode() as Text | null) {
        const at = node.data.indexOf(text!);
        if (at < 0) continue;
        const range = document.createRange();
        range.setStart(node, at);
        range.setEnd(node, at + text!.length);
        getSelection()!.removeAllRanges();
        getSelection()!.addRange(range);
        if (key)
          document.activeElement!.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
        return;
      }
      throw new Error(`“${text}” is not on the page.`);
    },
    [words, thenPress],
  );

const openSheet = async (page: Page, name: RegExp) => {
  await page.getByRole('complementary', { name: 'Commitments' }).getByRole('link', { name }).click();
  await expect(page.getByRole('region', { name: 'Discussions' })).toBeVisible();
};

test('two colleagues and the customer discuss a page, it changes, and what was said goes along', async ({
  browser,
  yard,
}) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  const ines = await yard.visit(browser, 'Ines Kowal', '/dockets/J-1042');

  // A page of this test's own, so that nothing else is in its margin.
  await odalys.getByRole('button', { name: 'New sheet' }).click();
  await odalys.getByRole('textbox', { name: 'Name', exact: true }).fill('Chock plan');
  await odalys.getByRole('button', { name: 'Create' }).click();
  const writing = odalys.getByRole('textbox', { name: 'Chock plan' });
  await writing.click();
  await odalys.keyboard.type('Chocks stand under frames three and seven.');
  await odalys.keyboard.press('Enter');
  await odalys.keyboard.type('The slings come off once the keel bears all of the weight.');
  await odalys.getByRole('button', { name: 'Save the sheet' }).click();
  await expect(odalys.getByText('revision 1, Odalys')).toBeVisible();
  await odalys.getByRole('tab', { name: 'Revisions and sharing' }).click();
  await odalys
    .getByRole('listitem')
    .filter({ hasText: 'Benedikta Thorne' })
    .getByRole('button', { name: 'Share revision 1' })
    .click();
  await expect(odalys.getByText('Benedikta Thorne sees it as it is.', { exact: false })).toBeVisible();

  // Inside, beside the words, with a tag; the words stay where they are while one writes.
  await odalys.getByRole('tab', { name: /^Discussions/ }).click();
  await select(odalys, 'frames three and seven', 'd');
  await odalys.keyboard.press('Enter');
  await expect(odalys.getByRole('textbox', { name: /Write a note/ })).toBeFocused();
  await odalys.keyboard.type('Or four and seven?');
  await odalys.keyboard.press('Control+Enter');
  const margin = odalys.getByRole('region', { name: 'Discussions' });
  await expect(margin.getByRole('article', { name: /^Odalys Brandt,/ }).getByText('Or four and seven?')).toBeVisible();

  // A colleague finds it in its place, answers, and is given it.
  await openSheet(ines, /Chock plan/);
  const hers = ines.getByRole('article', { name: /frames three and seven/ });
  await hers.getByText('Or four and seven?').click();
  await ines.getByRole('button', { name: /Write a note/ }).click();
  await expect(ines.getByRole('textbox', { name: /Write a note/ })).toBeFocused();
  await ines.keyboard.type('Three, by the drawing.');
  await ines.keyboard.press('Control+Enter');
  await expect(odalys.getByRole('article', { name: /frames three/ }).getByText('Three, by the drawing.')).toBeVisible();
  const card = odalys.getByRole('article', { name: /frames three/ });
  await card.getByRole('button', { name: 'Assign', exact: true }).click();
  await card.getByLabel('Who takes care of it').selectOption({ label: 'Ines Kowal' });
  await card.getByRole('button', { name: 'Assign', exact: true }).last().click();
  await expect(card.getByRole('button', { name: 'For Ines', exact: true })).toBeVisible();
  await ines.goto(`${yard.url}/asks`);
  await expect(ines.getByRole('region', { name: 'Discussions assigned to you' })).toContainText(
    'frames three and seven',
  );

  // With the customer, beside other words; she sees hers and nothing of ours.
  await select(odalys, 'The slings come off');
  await odalys.getByRole('button', { name: 'With Benedikta Thorne' }).click();
  // Typed and sent before there is a field: it all goes there.
  await odalys.keyboard.type('We wait for your word before this.');
  await odalys.keyboard.press('Control+Enter');
  await expect(
    margin.getByRole('article', { name: /^Odalys Brandt,/ }).getByText('We wait for your word before this.'),
  ).toBeVisible();
  const desk = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  await desk.getByRole('button', { name: 'Make a private link' }).click();
  const link = await desk.getByRole('link', { name: /\/with\// }).textContent();
  const benedikta = await (await browser.newContext()).newPage();
  await benedikta.goto(link!);
  await benedikta.getByRole('button', { name: /Shared with you/ }).click();
  await benedikta.getByRole('button', { name: /Chock plan/ }).click();
  await expect(benedikta.getByText('We wait for your word before this.')).toBeVisible();
  await expect(benedikta.getByText('four and seven?')).toHaveCount(0);
  await benedikta.getByText('We wait for your word before this.').click();
  await benedikta.getByRole('textbox', { name: /^Write to/ }).fill('Go on, please.');
  await benedikta.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(odalys.getByRole('article', { name: /slings come off/ }).getByText('Go on, please.')).toBeVisible();

  // The page changes: what was said goes along, says what changed, and what is gone says where it was.
  await odalys.getByRole('button', { name: 'Edit', exact: true }).click();
  await writing.click();
  await odalys.keyboard.press('Control+a');
  await odalys.keyboard.type('Chocks stand under frames four and seven.');
  await odalys.getByRole('button', { name: 'Save as revision 2' }).click();
  await expect(odalys.getByText('revision 2, Odalys')).toBeVisible();
  await expect(odalys.getByText('The words have changed since.')).toBeVisible();
  await expect(odalys.locator('article del')).toHaveText('three');
  const gone = odalys.getByRole('article', { name: /slings come off/ });
  await gone.getByRole('button', { name: 'See revision 1' }).click();
  await expect(odalys.getByText('revision 1 of 2, Odalys')).toBeVisible();
  await odalys.getByRole('button', { name: 'Go to the latest' }).click();

  // Who it is assigned to settles it; quiet, it can still be opened again.
  await ines
    .getByRole('region', { name: 'Discussions assigned to you' })
    .getByRole('link', { name: /frames/ })
    .click();
  const own = ines.getByRole('article', { name: /frames/ }).first();
  await own.getByRole('button', { name: 'Settle' }).click();
  const quiet = ines.getByRole('button', { name: /settled show$/ });
  await quiet.click();
  await expect(ines.getByText(/Settled by Ines/)).toBeVisible();
  await ines.getByRole('button', { name: 'Reopen' }).click();
  await expect(own.getByRole('button', { name: 'Settle' })).toBeVisible();
});

test('a spot and an area of a drawing are discussed, layers hide, and the view is in the address', async ({
  browser,
  yard,
}) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  await openSheet(odalys, /Sail and rigging plan/);
  const drawing = odalys.getByRole('region', { name: /Sail and rigging plan: plus and minus/ });
  const box = (await drawing.boundingBox())!;
  await odalys.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await odalys.getByRole('button', { name: 'Note, internal only' }).click();
  await expect(odalys.getByRole('textbox', { name: /Write a note/ })).toBeFocused();
  await odalys.keyboard.type('Which halyard is this?');
  await odalys.keyboard.press('Control+Enter');
  await expect(
    odalys.getByRole('article', { name: /^Odalys Brandt,/ }).getByText('Which halyard is this?'),
  ).toBeVisible();
  await odalys.keyboard.press('Escape');

  await odalys.getByRole('button', { name: 'Mark an area' }).click();
  await odalys.mouse.move(box.x + box.width * 0.3, box.y + box.height * 0.3);
  await odalys.mouse.down();
  await odalys.mouse.move(box.x + box.width * 0.45, box.y + box.height * 0.5, { steps: 4 });
  await odalys.mouse.up();
  await odalys.getByRole('button', { name: 'Note, internal only' }).click();
  await expect(odalys.getByRole('textbox', { name: /Write a note/ })).toBeFocused();
  await odalys.keyboard.type('All of this is new.');
  await odalys.keyboard.press('Control+Enter');
  await expect(drawing.getByRole('button', { name: /^\d Discussion of/ })).toHaveCount(2);

  await drawing.focus();
  await odalys.keyboard.press('+');
  await odalys.keyboard.press('ArrowRight');
  await expect(odalys).toHaveURL(/view=/);
  const seen = odalys.url();
  const scale = async () => {
    const transform = await drawing.locator('img').evaluate((i) => i.parentElement!.style.transform);
    return Number(/scale\(([\d.]+)\)/.exec(transform)![1]);
  };
  const near = await scale();
  await odalys.goto(seen);
  await expect.poll(scale).toBeCloseTo(near, 4);
  await odalys.getByRole('button', { name: 'Layers' }).click();
  await odalys.getByRole('checkbox').first().uncheck();
  await expect(drawing.locator('img')).toHaveAttribute('src', /hide=/);
});

test('a value that needs explaining is found, asked about and explained', async ({ browser, yard }) => {
  const tobiah = await yard.visit(browser, 'Tobiah Renn', '/dockets/J-1042');
  await tobiah.getByRole('button', { name: 'New sheet' }).click();
  await tobiah.getByRole('textbox', { name: 'Name', exact: true }).fill('Hours of the crane');
  await tobiah.getByRole('radio', { name: /^Table/ }).check();
  await tobiah.getByRole('button', { name: 'Create' }).click();
  const cells = [
    ['Day', 'Hours', 'By'],
    ['Monday', '3', 'Ines'],
    ['Tuesday', '19', 'Ines'],
  ];
  for (const [r, row] of cells.entries())
    for (const [c, value] of row.entries())
      await tobiah
        .getByRole('textbox', { name: r === 0 ? `Name of column ${c + 1}` : `${cells[0]![c]}, row ${r}` })
        .fill(value);
  await tobiah.getByRole('button', { name: 'Save the sheet' }).click();
  await expect(tobiah.getByText('revision 1, Tobiah')).toBeVisible();
  await tobiah.getByRole('tab', { name: /To explain/ }).click();
  await tobiah.getByRole('button', { name: 'Add checks' }).click();
  await tobiah.getByLabel('Column of check 1').selectOption('Hours');
  await tobiah.getByLabel('Limit of check 1').fill('12');
  await tobiah.getByLabel('Column that names who to ask').selectOption('By');
  await tobiah.getByRole('button', { name: 'Save checks' }).click();
  await expect(tobiah.getByRole('tab', { name: 'To explain 1' })).toBeVisible();
  await tobiah.getByRole('button', { name: 'Ask: what happened here?' }).click();
  await expect(tobiah.getByText('Asked today', { exact: false })).toBeVisible();

  const ines = await yard.visit(browser, 'Ines Kowal', '/asks');
  const ask = ines.getByRole('listitem').filter({ hasText: 'What happened here?' });
  await ask.getByRole('textbox').first().fill('Two boats in one day.');
  await ask.getByRole('button', { name: 'Answer', exact: true }).click();
  // It is given before one looks whether the other has it.
  await expect(ask.getByRole('button', { name: 'Answer', exact: true })).toHaveCount(0);
  await expect(tobiah.getByText('Explained,', { exact: false })).toBeVisible({ timeout: 30_000 });
  await expect(tobiah.getByRole('tab', { name: 'To explain 0' })).toBeVisible();
});
