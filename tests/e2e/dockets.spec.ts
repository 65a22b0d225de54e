import { Yard, expect, test } from './yard';

test('a job is begun for a customer, changed, moved past its gates anyway, and closed', async ({ browser, yard }) => {
  const odalys = await yard.visit(browser, 'Odalys Brandt', '/dockets');
  const kit = await yard.visit(browser, 'Kit Ramaswamy', '/dockets');
  const stage = (name: string) =>
    odalys.getByRole('list', { name: 'Stages', exact: true }).getByRole('listitem').filter({ hasText: name });
  await odalys.getByRole('button', { name: 'New docket' }).click();
  const form = odalys.getByRole('dialog', { name: 'New docket' });
  await form.getByLabel('Subject').fill('Emberline: new decks');
  await form.getByLabel('Site').selectOption('Upper Yard');
  await form.getByLabel('Customer or partner').selectOption('Pell Rowing Club');
  await form.getByLabel('Their messages go to').selectOption('New work');
  await form.getByRole('button', { name: 'Open the job' }).click();
  await expect(odalys.getByRole('heading', { level: 1 })).toHaveText('Emberline: new decks');
  await expect(stage('Enquiry')).toHaveAttribute('aria-current', 'step');
  const reference = /J-\d+/.exec(odalys.url())![0];
  await expect(kit.getByRole('link', { name: new RegExp(reference) })).toBeVisible();

  // Kind.
  await odalys.getByRole('button', { name: 'Edit details' }).click();
  const panel = odalys.getByRole('dialog', { name: 'Docket details' });
  await panel.getByLabel('Subject').fill('Emberline: new decks and oars');
  await panel.getByLabel('Owner').selectOption('Ines Kowal');
  await panel.getByLabel('Length (m)').fill('8.2');
  await panel.getByRole('button', { name: 'Add launch' }).click();
  await panel.getByLabel('Promised to').selectOption('Pell Rowing Club');
  await panel.getByLabel('When').fill('2026-04-20T10:00');
  await panel.getByRole('button', { name: 'Save' }).click();
  await expect(odalys.getByRole('heading', { level: 1 })).toHaveText('Emberline: new decks and oars');
  await expect(odalys.getByText('Launch Mon 20 Apr 10:00, in 4 working days')).toBeVisible();
  await expect(odalys.getByText('Odalys gave this docket to Ines')).toBeVisible();
  await expect(odalys.getByText('Length 8.2 m')).toBeVisible();

  // A gate: what is in the way is said before, and who may go past it may.
  await odalys.keyboard.press('n');
  await odalys.getByRole('textbox', { name: /note for colleagues/ }).pressSequentially('The club must sign the quote');
  await odalys.keyboard.press('Control+Enter');
  await expect(odalys.locator('[id^=entry-]').filter({ hasText: 'The club must sign' })).toBeVisible();
  await odalys.getByRole('button', { name: /^Quote/ }).click();
  await expect(odalys.getByRole('dialog', { name: 'Move to Quote' })).toContainText(
    'It is noted internally, and Ines is told.',
  );
  await odalys.getByRole('button', { name: 'Move to Quote' }).click();
  await expect(odalys.getByText('Odalys moved this from Enquiry to Quote')).toBeVisible();
  await kit.goto(`${yard.url}/dockets/J-1042`);
  await kit.getByRole('button', { name: /^Launch ,/ }).click();
  const means = kit.getByRole('dialog', { name: 'Move to Launch' });
  await expect(means).toContainText('Sign the rig off');
  await expect(means).toContainText('You cannot move it past these.');
  const tobiah = await yard.visit(browser, 'Tobiah Renn', '/dockets/J-1042');
  await tobiah.getByRole('button', { name: /^Launch ,/ }).click();
  await tobiah.getByLabel('Why it goes on all the same').fill('The tide does not wait');
  await tobiah.getByRole('button', { name: 'Move to Launch anyway' }).click();
  await expect(
    tobiah.getByText(
      /Tobiah moved this from Work to Launch, though .*“Sign the rig off” were not done: The tide does not wait/,
    ),
  ).toBeVisible();

  // Limited, it is gone for those who are not on the list.
  const ines = await yard.visit(browser, 'Ines Kowal', `/dockets/${reference}`);
  await ines.getByRole('button', { name: 'Edit details' }).click();
  await ines.getByRole('radio', { name: 'only these' }).check();
  await ines.getByRole('checkbox', { name: 'Odalys Brandt' }).check();
  await ines.getByRole('dialog', { name: 'Docket details' }).getByRole('button', { name: 'Save' }).click();
  await expect(ines.getByText('limited to listed people')).toBeVisible();
  await kit.goto(`${yard.url}/dockets/${reference}`);
  await expect(kit.getByRole('alert')).toContainText('There is no such docket, or you cannot see it.');

  // Closed and opened again.
  await stage('Quote').getByRole('button').click();
  await odalys.getByRole('button', { name: 'Close the docket' }).click();
  await expect(odalys.getByText('Odalys closed this docket')).toBeVisible();
  await stage('Quote').getByRole('button').click();
  await odalys.getByRole('button', { name: 'Reopen the docket' }).click();
  await expect(odalys.getByText('Odalys reopened this docket')).toBeVisible();

  // A partner joins, and has a conversation of their own.
  await odalys.getByRole('button', { name: 'Add a customer or partner' }).click();
  await odalys
    .getByRole('dialog', { name: 'Add a customer or partner' })
    .getByLabel('Who')
    .selectOption('Fairlead Sails');
  await odalys.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(odalys.getByRole('option', { name: 'Fairlead Sails' })).toBeAttached();
});

test('a firm of one’s own: crews, colleagues who sign in, and the first job', async ({ browser }) => {
  const yard = await Yard.open('--no-demo');
  try {
    const owner = await yard.visit(browser, null);
    await yard.setUp(
      owner,
      'Reedbank Boats',
      'boats@reedbank.example',
      'Cordelia Nwosu',
      'cordelia@reedbank.example',
      'a long one to begin',
      'Workshop',
    );
    await owner.goto(`${yard.url}/set-up`);
    await owner.getByRole('main').getByRole('button', { name: 'People', exact: true }).click();
    await owner.getByRole('button', { name: 'New crew' }).click();
    await owner.getByLabel('Name of the crew').fill('sheds');
    await owner.getByRole('button', { name: 'Save' }).first().click();
    await expect(owner.getByRole('button', { name: 'sheds' })).toBeVisible();
    await owner.getByRole('button', { name: 'New colleague' }).click();
    const form = owner.getByRole('form', { name: 'New colleague' });
    await form.getByLabel('Name').fill('Ivo Castellan');
    await owner.getByRole('form', { name: 'Ivo Castellan' }).getByRole('checkbox', { name: 'sheds' }).check();
    await owner
      .getByRole('form', { name: 'Ivo Castellan' })
      .getByLabel('Email to sign in with')
      .fill('ivo@reedbank.example');
    await owner.getByRole('form', { name: 'Ivo Castellan' }).getByLabel('Password').fill('first word of Ivo');
    await owner.getByRole('button', { name: 'Add colleague' }).click();
    await expect(owner.getByText('Ivo Castellan can now sign in')).toBeVisible();

    const ivo = await yard.visit(browser, null);
    await ivo.getByLabel('Email address').fill('ivo@reedbank.example');
    await ivo.getByLabel('Password').fill('first word of Ivo');
    await ivo.getByRole('button', { name: 'Sign in' }).click();
    await ivo.getByRole('button', { name: 'Ivo Castellan: menu' }).click();
    await ivo.getByRole('menuitem', { name: 'Change my password' }).click();
    await ivo.getByLabel('Current password').fill('wrong');
    await ivo.getByLabel('New password').fill('second word of Ivo');
    await ivo.getByRole('button', { name: 'Change password' }).click();
    await expect(ivo.getByText('That is not your current password.')).toBeVisible();
    await ivo.getByLabel('Current password').fill('first word of Ivo');
    await ivo.getByRole('button', { name: 'Change password' }).click();
    await expect(ivo.getByRole('dialog')).toHaveCount(0);

    await ivo.getByRole('link', { name: 'Dockets' }).click();
    await ivo.getByRole('button', { name: 'New docket' }).click();
    await ivo.getByLabel('Subject').fill('Heron: new planks');
    await ivo.getByRole('button', { name: 'Open the job' }).click();
    await expect(ivo.getByRole('heading', { level: 1 })).toHaveText('Heron: new planks');
    await owner.goto(`${yard.url}/dockets`);
    await expect(owner.getByRole('link', { name: /J-1 Heron: new planks/ })).toBeVisible();
  } finally {
    yard.close();
  }
});
