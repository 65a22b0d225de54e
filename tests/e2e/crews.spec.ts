import AxeBuilder from '@axe-core/playwright';
import { readFileSync } from 'node:fs';
import { type Page, expect, test } from './yard';

const sound = async (page: Page, what: string) =>
  expect(
    (await new AxeBuilder({ page }).analyze()).violations.map((v) => `${what}: ${v.id} ${v.nodes[0]?.html}`),
  ).toEqual([]);

test('a turn of duty is swapped between two people, and the queue says who is on duty', async ({ browser, yard }) => {
  const hanneke = await yard.visit(browser, 'Hanneke Osei', '/queues');
  const duty = hanneke.getByRole('link', { name: /Mateus on duty until/ });
  await expect(duty).toBeVisible();
  await duty.click();
  await expect(hanneke.getByRole('heading', { name: 'engines', level: 1 })).toBeVisible();
  await expect(hanneke.getByText('The night key is in the pump store').first()).toBeVisible();
  await sound(hanneke, 'a crew');

  // Tonight she asks for herself; he is told at once, and answers on his page of today.
  const mateus = await yard.visit(browser, 'Mateus Lindqvist', '/');
  const tonight = hanneke.getByRole('listitem').filter({ hasText: /Hanneke Nights\s*today 17:00/ });
  await tonight.getByRole('button', { name: 'Swap' }).click();
  const panel = hanneke.getByRole('dialog', { name: /^Swap Nights/ });
  await panel.getByLabel('Who should take it?').selectOption('Mateus Lindqvist');
  await panel.getByRole('button', { name: 'Ask' }).click();
  await expect(hanneke.getByText(/Hanneke asks Mateus to take Nights from Tue 14 Apr/).first()).toBeVisible();
  const asked = mateus.getByRole('listitem').filter({ hasText: 'to take Nights from Tue 14 Apr' });
  await expect(asked.first()).toBeVisible();
  await asked.getByRole('button', { name: 'I take it' }).first().click();
  await expect(
    hanneke.getByRole('listitem').filter({ hasText: /Mateus Nights\s*today 17:00.*swapped with Hanneke/ }),
  ).toBeVisible();
  await expect(mateus.getByText(/Your next duty \(Nights\) begins today 17:00/)).toBeVisible();
});

test('a worklist is talked about by those who see it, and whoever follows it hears of it', async ({
  browser,
  yard,
}) => {
  const pryderi = await yard.visit(browser, 'Pryderi Voss', '/tasks');
  await pryderi.getByRole('button', { name: 'Columns' }).click();
  const list = pryderi.getByRole('combobox', { name: 'Which worklist' });
  await list.selectOption({ label: await list.locator('option', { hasText: 'Rigging loft' }).innerText() });
  await pryderi.getByRole('button', { name: 'Talk about it' }).click();
  const talk = pryderi.getByRole('complementary', { name: 'About Rigging loft' });
  await expect(talk.getByText('Shall we keep three on the bench')).toBeVisible();
  await expect(talk.getByText('followed by Kit')).toBeVisible();
  await pryderi.keyboard.press('n');
  await talk.getByRole('textbox').pressSequentially('Three it is.');
  await talk.getByRole('button', { name: 'Add note', exact: true }).click();
  const kit = await yard.visit(browser, 'Kit Ramaswamy', '/');
  await kit.getByRole('button', { name: /^Alerts/ }).click();
  await expect(kit.getByText('Three it is.').first()).toBeVisible();
  await sound(pryderi, 'a worklist with its talk');
});

test('contacts come from a file, what cannot is kept to be corrected, and all of it is taken back', async ({
  browser,
  yard,
}) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/contacts');
  await odalys.getByRole('link', { name: 'Import', exact: true }).click();
  await expect(odalys.getByRole('radio', { name: /^Contacts/ })).toBeChecked();
  await sound(odalys, 'an import to be begun');
  await odalys.getByLabel('File to import').setInputFiles({
    name: 'address book.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'Name;Company;E-Mail\r\nJörg Feld;Feld & Söhne;joerg@feld.example\r\nNobody;;no address\r\n',
      'latin1',
    ),
  });
  await expect(odalys.getByText('Read as WINDOWS-1252')).toBeVisible();
  await expect(odalys.getByText('1 new')).toBeVisible();
  await expect(odalys.getByText('“no address” is not a mail address.')).toBeVisible();
  await expect(odalys.getByLabel('Holds: E-Mail')).toHaveValue('mail');
  await sound(odalys, 'a file before it is imported');
  await odalys.getByRole('button', { name: 'Import 1 row' }).click();
  await expect(odalys.getByText('1 row was left out')).toBeVisible();
  const [file] = await Promise.all([
    odalys.waitForEvent('download'),
    odalys.getByRole('link', { name: 'Download the rows to correct' }).click(),
  ]);
  expect(readFileSync(await file.path(), 'utf8')).toContain('Nobody,,no address');
  await sound(odalys, 'what came of an import');

  await odalys.goto(`${yard.url}/contacts`);
  await odalys.getByLabel('Find a contact').fill('Feld');
  await odalys.getByRole('button', { name: /Feld & Söhne/ }).click();
  await expect(odalys.getByText('joerg@feld.example')).toBeVisible();
  await odalys.getByRole('button', { name: 'Add a thing' }).click();
  await odalys.getByLabel(/^Name/).fill('Harmonium');
  await odalys.getByRole('button', { name: 'Save' }).click();
  await expect(odalys.getByText('Harmonium').first()).toBeVisible();
  await sound(odalys, 'a card');

  await odalys.goto(`${yard.url}/imports`);
  await odalys
    .getByRole('link', { name: /address book\.csv/ })
    .first()
    .click();
  await odalys.getByRole('button', { name: 'Take it all back' }).click();
  await odalys.getByRole('button', { name: 'Take back', exact: true }).click();
  await expect(odalys.getByText('Taken back, except for 1 thing:')).toBeVisible();
  await expect(odalys.getByText('has conversations, people or things by now')).toBeVisible();
});

test('a manager reads across people, and sees what is limited without a way there', async ({ browser, yard }) => {
  const tobiah = await yard.visit(browser, 'Tobiah Renn', '/reading');
  await tobiah.getByLabel('Whose words').selectOption('Ines Kowal');
  await tobiah.getByRole('button', { name: 'Read', exact: true }).click();
  await expect(tobiah.getByText('Bolts 5 and 6 measured: 19 mm left of 24.').first()).toBeVisible();
  await sound(tobiah, 'reading across');
});
