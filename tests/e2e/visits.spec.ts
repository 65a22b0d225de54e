import { expect, test } from './yard';

test('a visit is planned, offered with two times, agreed to by the customer, and stands in the day of who goes', async ({
  yard,
  browser,
}) => {
  const page = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1042');
  const commitments = page.getByRole('complementary', { name: 'Commitments' });
  await commitments.getByText('Tell Tobiah what Benedikta decides', { exact: true }).first().click();
  const panel = page.getByRole('complementary', { name: 'Task', exact: true });
  await panel.getByRole('button', { name: 'Plan one' }).click();
  const plan = page.getByRole('dialog', { name: 'Plan one' });
  await plan.getByLabel('Where').fill('Her house, Rua da Ribeira');
  await plan.getByRole('textbox', { name: 'Not before' }).fill('today 14:00');
  // Pressed before what was typed is read: it counts all the same.
  await plan.getByRole('textbox', { name: 'The way there' }).fill('25 min');
  await plan.getByRole('button', { name: 'Save' }).click();
  await expect(panel).toContainText('Tue 14 Apr, 14:00 to 16:00, Her house, Rua da Ribeira, 25 min to get there');
  await expect(panel).toContainText('Nobody outside knows of it yet.');

  await panel.getByRole('button', { name: 'Offer it to Benedikta Thorne' }).click();
  const offer = page.getByRole('dialog', { name: 'Offer it to Benedikta Thorne' });
  await offer.getByRole('textbox', { name: 'Another time to offer' }).fill('today 16:30');
  await page.keyboard.press('Enter');
  await expect(offer.getByRole('group', { name: 'Times to choose from' })).toContainText('Tue 14 Apr, 16:30 to 18:30');
  await offer.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(panel).toContainText('It is offered, and not answered yet.');

  // The customer chooses on their own page; it is seen here without a reload.
  await panel.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Make a private link' }).click();
  const link = await page.getByRole('link', { name: /\/with\// }).textContent();
  const customer = await (await browser.newContext()).newPage();
  await customer.goto(link!);
  const asked = customer.getByRole('region', { name: /Choice asked by Odalys/ });
  await asked.getByLabel('Tue 14 Apr, 16:30 to 18:30').check();
  await asked.getByRole('button', { name: /^Choose/ }).click();
  await commitments.getByText('Tell Tobiah what Benedikta decides', { exact: true }).first().click();
  await expect(panel).toContainText('They agreed to this time.');
  await expect(panel).toContainText('Tue 14 Apr, 16:30 to 18:30');

  // On the day: when to leave stands in one's day, and they are told that one is on the way.
  const onOurWay = 'Tell Benedikta Thorne we are on our way';
  await panel.getByRole('button', { name: onOurWay }).click();
  const telling = page.getByRole('dialog', { name: onOurWay });
  await expect(telling.getByLabel('What you write')).toHaveValue(/^Good day Benedikta, we are on our way/);
  await telling.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(panel).toContainText('They know that we are on our way.');
  await page.goto(`${yard.url}/`);
  const day = page.getByRole('region', { name: 'Where you go today' });
  await expect(day).toContainText('leave at 16:05, there at 16:30 (25 min)');
  await expect(day).toContainText('Tell Tobiah what Benedikta decides');
});
