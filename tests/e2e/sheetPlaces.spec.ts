import { randomUUID } from 'node:crypto';
import { type Page, chromium } from '@playwright/test';
import { expect, test } from './yard';

/** A picture of a plain colour with a frame, as a camera would give it. */
const photo = (page: Page, hue: string) =>
  page.evaluate(async (colour) => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [600, 400];
    const draw = canvas.getContext('2d')!;
    draw.fillStyle = colour;
    draw.fillRect(0, 0, 600, 400);
    draw.strokeRect(60, 60, 200, 120);
    return canvas.toDataURL('image/png').split(',')[1]!;
  }, hue);

const attachPhoto = async (page: Page, name: string, hue: string) => {
  const buffer = Buffer.from(await photo(page, hue), 'base64');
  await page.getByRole('button', { name: 'Attach a file' }).first().click();
  await page.getByLabel('Files', { exact: true }).first().setInputFiles({ name, mimeType: 'image/png', buffer });
  await expect(page.getByRole('button', { name: `Mark spots on ${name}` })).toBeVisible();
};

/** The middle of a part of what is looked at. */
const at = async (page: Page, name: RegExp, x: number, y: number) => {
  const box = (await page.getByRole('region', { name }).boundingBox())!;
  return { x: box.x + box.width * x, y: box.y + box.height * y };
};

/** An id whose first part is the time (UUIDv7, RFC 9562), as the browser makes them. */
const newId = () => {
  const time = Date.now().toString(16).padStart(12, '0');
  return `${time.slice(0, 8)}-${time.slice(8)}-7${randomUUID().slice(15)}`;
};

/** A PDF of some paragraphs, as a browser prints it. */
async function printed(paragraphs: string[]) {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const page = await browser.newPage();
  await page.setContent(paragraphs.map((p) => `<p style="font-size:20px">${p}</p>`).join(''));
  const pdf = await page.pdf({ format: 'A5' });
  await browser.close();
  return pdf;
}

test('a picture is marked on a phone before it is sent, and talked about where it is looked at', async ({
  browser,
  yard,
}) => {
  const ines = await yard.visit(browser, 'Ines Kowal', '/dockets/J-1042', { width: 390, height: 844 });
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  await attachPhoto(ines, 'seam.png', '#8899aa');
  await ines.getByRole('button', { name: 'Mark spots on seam.png' }).click();
  const spot = await at(ines, /press on a spot/, 0.4, 0.5);
  await ines.mouse.click(spot.x, spot.y);
  await expect(ines.getByLabel('What is at A')).toBeFocused();
  await ines.keyboard.type('Weeping at the seam');
  // Beside the picture there is nothing to mark.
  const beside = await at(ines, /press on a spot/, 0.5, 0.03);
  await ines.mouse.click(beside.x, beside.y);
  await expect(ines.getByLabel('What is at B')).toHaveCount(0);
  await ines.getByRole('button', { name: 'Done' }).click();
  await ines.getByRole('button', { name: 'Add note' }).click();
  await expect(ines.getByRole('article').getByText('Weeping at the seam')).toBeVisible();

  // A colleague sees the mark, looks at the picture, and says something about another spot of it.
  const note = odalys.getByRole('article').filter({ hasText: 'Weeping at the seam' });
  await note.getByRole('button', { name: /seam\.png/ }).click();
  await expect(odalys.getByText('Marked by Ines')).toBeVisible();
  const other = await at(odalys, /plus and minus/, 0.6, 0.55);
  await odalys.mouse.click(other.x, other.y);
  await odalys.getByRole('button', { name: 'Note, internal only' }).click();
  await odalys.keyboard.type('And here?');
  await expect(odalys.getByRole('textbox', { name: /Write a note/ }).last()).toHaveText('And here?');
  await odalys.keyboard.press('Control+Enter');
  await expect(odalys.getByRole('article').filter({ hasText: 'And here?' }).last()).toBeVisible();
  // Escape closes what is open in the margin first, then the picture.
  await odalys.keyboard.press('Escape');
  await expect(odalys.getByText('Marked by Ines')).toBeVisible();
  await odalys.keyboard.press('Escape');
  await expect(odalys.getByText('Marked by Ines')).toHaveCount(0);
});

test('a view goes along with a note, leads there, and back', async ({ browser, yard }) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  await odalys
    .getByRole('complementary', { name: 'Commitments' })
    .getByRole('link', { name: /Deck plan/ })
    .click();
  // Once: the address follows a moment after one has stopped moving.
  await odalys.getByRole('button', { name: 'Larger' }).click();
  await expect(odalys).toHaveURL(/view=/);
  const view = new URL(odalys.url()).searchParams.get('view')!;
  await odalys.getByRole('button', { name: 'Attach this view' }).click();
  await odalys.getByRole('button', { name: 'Note on J-1042, internal only' }).click();
  await expect(odalys.getByText('Attached: Note on J-1042')).toBeVisible();
  await odalys
    .getByRole('link', { name: /^J-1042/ })
    .first()
    .click();
  await expect(odalys.getByRole('list', { name: 'Attached files' })).toContainText('Deck plan, view.png');
  await odalys.keyboard.press('n');
  await odalys.keyboard.type('This corner.');
  await expect(odalys.getByRole('textbox', { name: /Write a note/ })).toHaveText('This corner.');
  await odalys.keyboard.press('Control+Enter');
  const note = odalys.getByRole('article').filter({ hasText: 'This corner.' });
  await note.getByRole('link', { name: 'Go there: Deck plan' }).click();
  await expect(odalys).toHaveURL(/\/sheets\//);
  expect(new URL(odalys.url()).searchParams.get('view')).toBe(view);
  // However one looks around there, Back leads to the note.
  await odalys.getByRole('button', { name: 'Larger' }).click();
  await expect(odalys).not.toHaveURL(new RegExp(`view=${encodeURIComponent(view).replace(/[.*+?^$]/g, '\\$&')}$`));
  await odalys.getByRole('button', { name: 'Back' }).click();
  await expect(odalys).toHaveURL(/\/dockets\/J-1042/);
  await expect(note).toBeFocused();
});

test('a page begins from what was said, keeps it as its source, and is the reply', async ({ browser, yard }) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/P-7');
  await expect(odalys.getByRole('button', { name: /Write a note/ })).toBeVisible();
  await odalys.keyboard.press('n');
  await odalys.keyboard.type('Racking wants 14 bays in shed two.');
  await expect(odalys.getByRole('textbox', { name: /Write a note/ })).toHaveText(/shed two\.$/);
  await odalys.keyboard.press('Control+Enter');
  const note = odalys.getByRole('article').filter({ hasText: 'Racking wants 14 bays' });
  await note.hover();
  await note.getByRole('button', { name: 'More' }).click();
  await note.getByRole('button', { name: 'Use in a sheet' }).click();
  await expect(odalys.getByText('1 message picked for a sheet')).toBeVisible();
  await odalys.getByRole('button', { name: 'Start a page' }).click();
  // Where the text is there first, the writing begins in it; a name that is begun meanwhile is not left.
  const text = odalys.getByRole('textbox', { name: /bays in shed two/i });
  await expect(text).toBeFocused();
  await odalys.getByLabel('Name of the sheet').fill('Bays in shed two');
  await expect(odalys.getByLabel('Name of the sheet')).toHaveValue('Bays in shed two');
  await expect(text).toContainText('Racking wants 14 bays');
  await odalys.getByRole('button', { name: 'Save the sheet' }).click();
  await expect(odalys.getByText(/Started from Odalys Brandt/)).toBeVisible();
  await odalys.getByRole('link', { name: /^Odalys Brandt,/ }).click();
  await expect(odalys).toHaveURL(/\/dockets\/P-7/);
  const reply = odalys.getByRole('article').filter({ hasText: 'To Odalys' }).last();
  await expect(reply).toContainText('#Bays in shed two');
  await expect(odalys.getByText('message picked')).toHaveCount(0);
});

test('words of a PDF are talked about and found again in its next revision', async ({ browser, yard }) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  await odalys.getByRole('button', { name: 'New sheet' }).click();
  await odalys.getByRole('textbox', { name: 'Name', exact: true }).fill('Mast report');
  await odalys.getByRole('radio', { name: /^Drawing/ }).check();
  await odalys.getByRole('button', { name: 'Create' }).click();
  const choose = async (paragraphs: string[]) =>
    odalys
      .getByLabel('File of the drawing')
      .setInputFiles({ name: 'mast.pdf', mimeType: 'application/pdf', buffer: await printed(paragraphs) });
  await choose(['The step is dry.', 'The collar shows a crack of three inches.']);
  await odalys.getByRole('button', { name: 'Save the sheet' }).click();
  // Not the one that is shown before it is saved.
  await expect(odalys.getByText('revision 1, Odalys')).toBeVisible();
  await expect(odalys.locator('canvas[data-page="1"]')).toBeVisible();
  const line = odalys.locator('[data-words] span').filter({ hasText: 'The collar shows' });
  await line.click({ clickCount: 3 });
  await odalys.getByRole('button', { name: 'Note, internal only' }).click();
  // Typed and sent before there is a field: it all goes there.
  await odalys.keyboard.type('By how much?');
  await odalys.keyboard.press('Control+Enter');
  await expect(odalys.getByRole('article', { name: /The collar shows a crack/ })).toBeVisible();
  await expect(odalys.getByRole('article').getByText('By how much?').last()).toBeVisible();

  await odalys.getByRole('button', { name: 'New revision' }).click();
  await choose(['Seen again in April.', 'The step is dry.', 'The collar shows a crack of five inches.']);
  await odalys.getByRole('button', { name: 'Save as revision 2' }).click();
  await expect(odalys.getByText('revision 2, Odalys')).toBeVisible();
  const card = odalys.getByRole('article', { name: /The collar shows a crack of five inches/ });
  await expect(card).toContainText('The words have changed since.');
  await expect(card.locator('del')).toHaveText('three');

  // Both revisions in one window, and in two that move together.
  await odalys.getByRole('button', { name: 'What changed', exact: true }).click();
  const over = odalys.getByRole('region', { name: 'Revision 1 and 2 on top of each other' });
  await expect(over.locator('canvas[data-page="1"]')).toHaveCount(2);
  await odalys.getByRole('button', { name: 'Side by side' }).click();
  for (const revision of ['Revision 1', 'Revision 2'])
    await expect(
      odalys.getByRole('region', { name: revision, exact: true }).locator('canvas[data-page="1"]'),
    ).toBeVisible();
});

test('on a long page marks and cards stand at their words, however far one goes', async ({ browser, yard }) => {
  const page = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  const lines = Array.from(
    { length: 400 },
    (_, i) => `Item ${i} ${'is as it was and was seen by two of us. '.repeat(2)}`,
  );
  const letters = (words: string) => words.replace(/[^\p{L}\p{N}]/gu, '').length;
  const sheet = newId();
  const { guard } = await (await page.request.get(`${yard.url}/api/me`)).json();
  const headers = { 'X-Wrenlet-Guard': guard };
  const made = await page.request.put(`${yard.url}/api/sheets/${sheet}`, {
    headers,
    data: { docket: 'J-1042', kind: 'page', name: 'Long list', body: { text: lines.join('\n\n') } },
  });
  expect(made.ok(), await made.text()).toBe(true);
  const talked = [4, 190, 391];
  for (const i of talked) {
    const start = letters(lines.slice(0, i).join(''));
    const begun = await page.request.put(`${yard.url}/api/sheets/${sheet}/discussions/${newId()}`, {
      headers,
      data: { revision: 1, anchor: { kind: 'words', start, end: start + letters(`Item ${i}`) } },
    });
    const { conversation } = await begun.json();
    await page.request.post(`${yard.url}/api/conversations/${conversation}/entries`, {
      headers,
      data: { id: newId(), body: `About the item numbered ${i}.` },
    });
  }

  await page.goto(`${yard.url}/sheets/${sheet}`);
  await expect(page.getByText('3 open')).toBeVisible();
  const region = page.getByRole('region', { name: 'Long list', exact: true });
  for (const i of [...talked, ...talked.slice(0, 1)]) {
    await page.keyboard.press(']');
    const line = region.locator('p', { hasText: new RegExp(`^Item ${i} is`) });
    await expect(line).toBeInViewport();
    const card = page.getByRole('article', { name: new RegExp(`Item ${i}\\W*$`) });
    await expect(card).toBeInViewport();
    // The mark stands at the end of the words, the card at their height, once what is near has been laid out.
    const mark = region.getByRole('button', { name: new RegExp(`Item ${i}\\W*$`) });
    await expect
      .poll(async () => {
        const [words, tick, at] = [await line.boundingBox(), await mark.boundingBox(), await card.boundingBox()];
        return Math.max(Math.abs(words!.y - tick!.y), Math.abs(words!.y - at!.y)) < 40;
      })
      .toBe(true);
  }
});
