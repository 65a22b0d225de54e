import { type Page, expect, test } from './yard';

const column = (page: Page, name: string) => page.getByRole('region', { name, exact: true });
const card = (page: Page, name: string, title: string) =>
  column(page, name).getByRole('button', { name: new RegExp(title) });

/** Where the middle of something is. */
async function middle(of: ReturnType<typeof card>) {
  const box = (await of.boundingBox())!;
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}

test('tasks of a worklist are dragged from column to column, with the mouse, by touch and by keyboard', async ({
  yard,
  browser,
}) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/tasks');
  await odalys.getByRole('button', { name: 'Columns' }).click();
  await odalys
    .getByRole('button', { name: /New worklist|Create one/ })
    .first()
    .click();
  await odalys.getByLabel('Name', { exact: true }).fill('Spring');
  await odalys.getByRole('button', { name: 'Save', exact: true }).click();
  const next = odalys.getByRole('textbox', { name: 'A task in Next' });
  for (const title of ['Order varnish', 'Call the sailmaker', 'Count the keys']) {
    await next.fill(title);
    await next.press('Enter');
    await expect(card(odalys, 'Next', title)).toBeVisible();
  }

  // With the mouse; a click without a move still opens it.
  const from = await middle(card(odalys, 'Next', 'Order varnish'));
  const box = (await column(odalys, 'In hand').boundingBox())!;
  await odalys.mouse.move(from.x, from.y);
  await odalys.mouse.down();
  await odalys.mouse.move(from.x + 20, from.y + 10, { steps: 4 });
  await odalys.mouse.move(box.x + box.width / 2, box.y + 60, { steps: 8 });
  await odalys.mouse.up();
  await expect(card(odalys, 'In hand', 'Order varnish')).toBeVisible();
  await expect(card(odalys, 'Next', 'Order varnish')).toHaveCount(0);

  // By keyboard.
  await card(odalys, 'Next', 'Call the sailmaker').press('Alt+ArrowRight');
  await expect(card(odalys, 'In hand', 'Call the sailmaker')).toBeVisible();

  // Into the column that finishes it; taken back, it stands where it stood.
  await card(odalys, 'In hand', 'Call the sailmaker').press('Alt+ArrowRight');
  await card(odalys, 'Waiting', 'Call the sailmaker').press('Alt+ArrowRight');
  await expect(card(odalys, 'Finished', 'Call the sailmaker')).toBeVisible();
  const said = odalys.getByRole('region', { name: 'Messages' }).getByRole('listitem');
  await said.filter({ hasText: 'Done: Call the sailmaker' }).getByRole('button', { name: 'Undo' }).click();
  await expect(card(odalys, 'Waiting', 'Call the sailmaker')).toBeVisible();
  await card(odalys, 'Waiting', 'Call the sailmaker').press('Alt+ArrowLeft');
  await expect(card(odalys, 'In hand', 'Call the sailmaker')).toBeVisible();

  // By touch: held for a moment, then moved.
  const touch = await odalys.context().newCDPSession(odalys);
  const point = await middle(card(odalys, 'Next', 'Count the keys'));
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', at?: { x: number; y: number }) =>
    touch.send('Input.dispatchTouchEvent', { type, touchPoints: at ? [at] : [] });
  await send('touchStart', point);
  // Held: the card shows that it is.
  await expect(column(odalys, 'Next').getByRole('listitem').filter({ hasText: 'Count the keys' })).toHaveClass(
    /opacity-40/,
  );
  for (const share of [0.3, 0.7, 1])
    await send('touchMove', {
      x: point.x + (box.x + box.width / 2 - point.x) * share,
      y: point.y + (box.y + 60 - point.y) * share,
    });
  await send('touchEnd');
  await expect(card(odalys, 'In hand', 'Count the keys')).toBeVisible();
});
