import { expect, test } from './yard';

test('a template is made of a docket, changed, used for a new one, and added to one that is there', async ({
  browser,
  yard,
}) => {
  const page = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1019');
  const templateHere = page.getByRole('main').getByRole('button', { name: 'Template', exact: true });

  // Made of a docket: its tasks stand there, to be changed before anything is kept.
  await templateHere.click();
  await page.getByRole('link', { name: 'Make a template of this' }).click();
  await expect(page.getByRole('heading', { name: 'Templates', exact: true })).toBeVisible();
  const form = page.getByRole('form', { name: 'New template' });
  await expect(form.getByLabel('Subject to begin with')).toHaveValue('Long Stitch: engine service');
  const rows = form.getByRole('textbox', { name: 'Task', exact: true });
  await expect(rows.first()).not.toHaveValue('');
  await form.getByLabel('Name', { exact: true }).first().fill('Spring check');
  const named = page.getByRole('form', { name: 'Spring check' });
  const removing = named.getByRole('button', { name: /^Remove / });
  while ((await removing.count()) > 0) await removing.first().click();
  for (const [i, title] of ['Look her over', 'Check the batteries', 'Ring the owner'].entries()) {
    await named.getByRole('button', { name: 'Add a task' }).click();
    await named.getByRole('textbox', { name: 'Task', exact: true }).nth(i).fill(title);
  }
  await named.getByRole('button', { name: 'Make Check the batteries a part of the task above' }).click();
  await named.getByRole('button', { name: 'Owners: nobody yet' }).last().click();
  await page.getByRole('checkbox', { name: 'whoever owns the docket' }).check();
  await page.keyboard.press('Escape');
  await named.getByRole('button', { name: 'Due: Set a date' }).last().click();
  const due = named.getByRole('group', { name: 'Due' });
  await due.getByLabel('How many').fill('5');
  await due.getByLabel('Before or after').selectOption('before');
  await due.getByLabel('Counted from').selectOption('launch');
  await named.getByLabel('First message').selectOption('received');
  await named.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Spring check saved.')).toBeVisible();

  // A new docket begins with it: what it makes is shown with its dates, and can be changed before.
  const connections: string[] = [];
  page.on('websocket', (one) => connections.push(one.url()));
  await page.goto(`${yard.url}/dockets`);
  await page.getByRole('button', { name: 'New docket' }).click();
  const fresh = page.getByRole('dialog', { name: 'New docket' });
  await fresh.getByLabel('Begin with').selectOption('Spring check');
  await fresh.getByLabel('Subject').fill('Salt Ledger: spring check');
  await fresh.getByLabel('Customer or partner').selectOption('Caspian Oduya');
  const makes = fresh.getByRole('region', { name: 'What it makes' });
  await expect(makes.getByText('5 working days before launch')).toBeVisible();
  await fresh.getByLabel('launch').fill('28 april 10:30');
  await fresh.getByLabel('launch').press('Enter');
  await expect(makes.getByRole('button', { name: 'Tue 21 Apr 17:00' })).toBeVisible();
  await makes.getByRole('checkbox', { name: 'Make Check the batteries' }).uncheck();
  await makes.getByLabel('Title').first().fill('Look her over from stem to stern');
  await fresh.getByRole('button', { name: 'Open the job' }).click();
  await expect(page.getByRole('heading', { name: 'Salt Ledger: spring check', exact: true })).toBeVisible();
  const commitments = page.getByRole('complementary', { name: 'Commitments' });
  await expect(commitments).toContainText('Look her over from stem to stern');
  await expect(commitments).toContainText('Ring the owner');
  await expect(commitments).not.toContainText('Check the batteries');
  await expect(page.getByText('Odalys used the template Spring check: 2 tasks')).toBeVisible();
  await expect(page.getByRole('region', { name: /^Reply to/ })).toContainText('thank you for writing');

  // Added later, only what is missing is offered.
  await templateHere.click();
  const panel = page.getByRole('dialog', { name: 'Template' });
  await panel.getByLabel('Template').selectOption('Spring check');
  await expect(panel.getByText('here already').first()).toBeVisible();
  await panel.getByRole('button', { name: 'Add 1 task' }).click();
  await expect(page.getByText('1 task added.')).toBeVisible();
  await expect(page.getByText('Odalys used the template Spring check: 1 task')).toBeVisible();
  // Whatever is read anew meanwhile, a page has one connection.
  expect(connections).toHaveLength(1);
});

test('a docket recurs: it is set up from one that is there, and made on its day', async ({ browser, yard }) => {
  const page = await yard.visit(browser, 'Odalys Brandt', '/dockets/J-1024');
  await page.getByRole('main').getByRole('button', { name: 'Template', exact: true }).click();
  await page.getByRole('link', { name: 'Make it recur' }).click();
  const form = page.getByRole('form', { name: 'Saltwort: engine service' });
  await form.getByLabel('Template').selectOption('Engine service');
  await form.getByLabel('Next on').fill('today');
  await form.getByLabel('Next on').press('Enter');
  await form.getByLabel('Comes round').selectOption('every six months');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saltwort: engine service saved.')).toBeVisible();

  // The one of today is made by itself, and whoever set it up is told.
  await expect(async () => {
    await page.goto(`${yard.url}/templates?part=recurring`);
    await expect(page.getByRole('form', { name: 'Saltwort: engine service' }).getByText('Last made:')).toBeVisible({
      timeout: 2_000,
    });
  }).toPass({ timeout: 40_000 });
  await page.getByRole('form', { name: 'Saltwort: engine service' }).getByRole('link').click();
  await expect(page.getByText('Made on its day, because Saltwort: engine service recurs')).toBeVisible();
  await expect(page.getByRole('complementary', { name: 'Commitments' })).toContainText('Service the engine');
});
