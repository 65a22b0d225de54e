import { readFileSync, readdirSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import { type Page, Yard, expect, test } from './yard';

test.use({ actionTimeout: 20_000 });

/** Counts what somebody does: presses on buttons, boxes and lists, and characters typed. */
class Hand {
  presses = 0;
  characters = 0;
  screens = 1;

  constructor(readonly page: Page) {}

  async press(role: 'button' | 'radio' | 'checkbox' | 'link', name: string | RegExp, nth = 0) {
    this.presses++;
    await this.page
      .getByRole(role, { name, exact: typeof name === 'string' })
      .nth(nth)
      .click();
  }

  async type(label: string | RegExp, text: string, within: Page | ReturnType<Page['locator']> = this.page) {
    this.presses++;
    this.characters += text.length;
    await within
      .getByLabel(typeof label === 'string' ? new RegExp(`^${label.replace(/[()]/g, '\\$&')}`) : label)
      .first()
      .fill(text);
  }

  async choose(label: string, option: string, within: Page | ReturnType<Page['locator']> = this.page) {
    this.presses += 2;
    await within
      .getByLabel(new RegExp(`^${label}`))
      .first()
      .selectOption(option);
  }

  async screen(heading: string) {
    this.screens++;
    await expect(
      this.page.getByRole('heading', { name: heading }).or(this.page.getByText(heading)).first(),
    ).toBeVisible();
    await sound(this.page, heading);
  }
}

/** Nothing on the screen is out of reach of those who see or hear it otherwise. */
async function sound(page: Page, name: string) {
  // What is half faded in has half its contrast.
  await page.emulateMedia({ reducedMotion: 'reduce' });
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze();
  expect(
    violations.map((v) => `${v.id}: ${v.nodes[0]?.html}`),
    name,
  ).toEqual([]);
}

test('a piano workshop sets itself up in one sitting, and answers its first mail', async ({ browser }) => {
  const yard = await Yard.open('--no-demo');
  try {
    const page = await yard.visit(browser, null);
    const hand = new Hand(page);
    await expect(page.getByRole('heading', { name: 'Set up your firm', exact: true })).toBeVisible();
    await sound(page, 'you and your firm');
    await hand.type('Code', 'AAAA-AAAA');
    await hand.type('Name of the firm', 'Gable & Wick');
    await hand.type('Mail address of the firm', 'workshop@gablewick.example');
    await hand.type('Your name', 'Perpetua Wick');
    await hand.type('Your email address', 'perpetua@gablewick.example');
    await hand.type('Password', 'a long one for pianos');
    await hand.press('button', 'Continue');

    // Left and resumed: what was entered is still there, but for the code and the password.
    await page.reload();
    await expect(page.getByLabel('Name of the firm')).toHaveValue('Gable & Wick');
    await expect(page.getByLabel('Password')).toHaveValue('');
    await page.getByLabel('Code').fill('AAAA-AAAA');
    await page.getByLabel('Password').fill('a long one for pianos');
    await page.getByRole('button', { name: 'Continue' }).click();

    await hand.screen('What you do');
    await hand.press('radio', /^Workshop/);
    await expect(page.getByText('Jobs: Asked for, Estimate, In the workshop, Checked, Collected')).toBeVisible();
    await hand.press('button', 'Continue');
    await hand.screen('Where you are and when you work');
    await hand.choose('Country', 'Ireland');
    await expect(page.getByLabel(/Add the public holidays of Ireland/)).toBeChecked();
    await page.getByText('Which days').click();
    await expect(page.getByText(/June holiday/).first()).toBeVisible();
    await hand.press('button', 'Set up and sign in');

    // The code is what only who started the server knows.
    await expect(page.getByText('This is not the code.').first()).toBeVisible();
    await hand.type('Code', yard.code);
    await page.getByRole('button', { name: 'Continue' }).click();
    await page.getByRole('button', { name: 'Continue' }).click();
    await page.getByRole('button', { name: 'Set up and sign in' }).click();

    await hand.screen('Who works with you?');
    await hand.type('Colleagues', 'Jonah Gable jonah@gablewick.example\nMerle Ash <merle@gablewick.example>');
    await hand.choose('Role of Jonah Gable', 'coordinator');
    await hand.press('button', 'Add and invite 2 people');
    await hand.screen('Which crews do you have?');
    await hand.type('Name of the crew', 'strings');
    await hand.press('checkbox', 'Merle Ash');
    await hand.press('button', 'Add crew');
    await expect(page.getByText('strings: Merle Ash')).toBeVisible();
    await hand.press('button', 'Continue');
    await hand.screen('Where does mail wait?');
    const desk = page.getByRole('form', { name: 'Front desk' });
    await hand.type('Its own address (optional)', 'desk@gablewick.example', desk);
    await hand.choose('On duty', 'strings', desk);
    await hand.press('button', 'Save');
    await expect(page.getByText('Front desk saved.')).toBeVisible();
    await hand.press('button', 'Continue');
    await hand.screen('What to do first');
    const steps = page.getByRole('region', { name: 'First steps' });
    await expect(steps.getByRole('link', { name: 'Add your colleagues' })).toHaveCount(0);
    await expect(steps.getByRole('link', { name: 'Add a customer' })).toBeVisible();
    await hand.press('link', 'Go to Today');
    expect(hand.presses, 'presses').toBeLessThanOrEqual(40);
    expect(hand.characters, 'characters').toBeLessThanOrEqual(400);
    expect(hand.screens, 'screens').toBeLessThanOrEqual(9);

    // The colleagues were invited by mail.
    const out = join(yard.folder, 'post', 'out');
    const mails = readdirSync(out).map((f) => readFileSync(join(out, f), 'utf8'));
    expect(mails.filter((m) => /To: .*(jonah|merle)@gablewick\.example/.test(m))).toHaveLength(2);

    // A customer is added by name, and the first step is ticked by itself.
    await page.goto(`${yard.url}/contacts`);
    await expect(page.getByText('No contacts yet')).toBeVisible();
    await page.getByRole('button', { name: 'New customer' }).click();
    await page.getByLabel('Name of the new one').fill('Loxley Hall');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Loxley Hall', exact: true })).toBeVisible();
    await page.getByRole('link', { name: 'Wrenlet, go to Today' }).click();
    await expect(
      page.getByRole('region', { name: 'First steps' }).getByRole('link', { name: 'Add a customer' }),
    ).toHaveCount(0);

    // The first mail, to the desk's own address, waits in its queue and is answered.
    writeFileSync(
      join(yard.folder, 'post', 'in', 'first.part'),
      [
        'From: Isolde Vane <isolde@vane.example>',
        'To: desk@gablewick.example',
        'Subject: Our grand is out of tune',
        'Message-ID: <first@vane.example>',
        'Date: Tue, 14 Apr 2026 08:30:00 +0100',
        '',
        'Can you come before the concert?',
        '',
      ].join('\r\n'),
    );
    // Half a mail is no mail: it has arrived when it has its name.
    renameSync(join(yard.folder, 'post', 'in', 'first.part'), join(yard.folder, 'post', 'in', 'first.eml'));
    await page.goto(`${yard.url}/queues`);
    await page.getByRole('gridcell', { name: /Isolde Vane/ }).click();
    await expect(page.getByText('Can you come before the concert?').first()).toBeVisible();
    await page.getByRole('button', { name: /^Reply to Isolde by mail/ }).click();
    await page.getByRole('textbox', { name: /Reply to Isolde/ }).pressSequentially('We come on Thursday.');
    await page.getByRole('button', { name: 'Send to Isolde' }).click();
    await expect
      .poll(() => readdirSync(out).some((f) => readFileSync(join(out, f), 'utf8').includes('We come on Thursday.')))
      .toBe(true);

    // Stages, a field and a milestone of their own, and a task that is due before it.
    await page.goto(`${yard.url}/set-up`);
    const settings = page.getByRole('main');
    await settings.getByRole('button', { name: 'Kinds', exact: true }).click();
    await settings.getByRole('button', { name: 'New kind', exact: true }).click();
    await settings.getByLabel('Name of one').fill('Tuning');
    const form = settings.getByRole('form', { name: 'Tuning' });
    await form.getByLabel('Name of several').fill('Tunings');
    await form.getByLabel('Letters').fill('u');
    await form.getByLabel('Stage', { exact: true }).fill('Asked');
    await form.getByRole('button', { name: 'Add a stage' }).click();
    await form.getByLabel('Stage', { exact: true }).last().fill('In tune');
    await form.getByRole('button', { name: 'Add a field' }).click();
    await form.getByLabel('Field', { exact: true }).fill('Pitch');
    await form.getByRole('button', { name: 'Add a milestone' }).click();
    await form.getByLabel('Milestone', { exact: true }).fill('concert');
    await form.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Tuning saved.')).toBeVisible();
    await page.goto(`${yard.url}/dockets`);
    await page.getByRole('button', { name: 'New docket' }).click();
    const fresh = page.getByRole('dialog', { name: 'New docket' });
    await fresh.getByRole('radio', { name: 'Tuning' }).check();
    await fresh.getByLabel('Subject').fill('Loxley Hall: grand');
    await fresh.getByRole('button', { name: 'Open the tuning' }).click();
    await expect(page).toHaveURL(/\/dockets\/U-1$/);
    await page.getByRole('button', { name: 'Edit details' }).click();
    const details = page.getByRole('dialog', { name: 'Docket details' });
    await details.getByLabel('Pitch').fill('442');
    await details.getByRole('button', { name: 'Add concert' }).click();
    await details.getByLabel('When').fill('2099-05-22 18:00');
    await details.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('button', { name: /^Concert .*22 May/ })).toBeVisible();
    await page.keyboard.press('n');
    await page.getByRole('textbox', { name: /note for colleagues/ }).pressSequentially('@mer');
    await page.getByRole('option', { name: /@Merle Ash/ }).click();
    await page.keyboard.type('please tune the grand before the concert.');
    const asked = page.getByRole('list', { name: 'Tasks in these words' });
    await expect(asked.getByRole('listitem')).toHaveText(/Tune the grand · Merle · .*22 May/);
    await asked.getByRole('button', { name: 'Make task' }).click();
    await page
      .getByRole('region', { name: 'Add a note' })
      .getByRole('button', { name: 'Add note', exact: true })
      .click();
    await expect(
      page
        .getByRole('article')
        .filter({ hasText: 'before the concert' })
        .getByRole('checkbox', { name: 'Done: Tune the grand' }),
    ).toBeVisible();

    // All of it goes out again as a table that anything reads.
    await page.goto(`${yard.url}/dockets`);
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Export' }).click(),
    ]);
    const table = readFileSync(await file.path(), 'utf8');
    expect(table).toContain('U-1');
    expect(table).toContain('Loxley Hall: grand');

    // Settings say what a change does before it is made.
    await page.goto(`${yard.url}/set-up`);
    await settings.getByRole('button', { name: 'Firm', exact: true }).click();
    await expect(page.getByText('Ends every mail to customers and partners from now on.')).toBeVisible();
    await settings.getByLabel('Signature').fill('Gable & Wick, pianos since 1961');
    await settings.getByRole('button', { name: 'Save' }).first().click();
    await expect(page.getByText('Saved. It is in use now.')).toBeVisible();
    await sound(page, 'settings of the firm');
    await settings.getByRole('button', { name: 'Roles', exact: true }).click();
    await expect(
      page.getByText('the role administrator allows it').or(page.getByText('the role coordinator')).first(),
    ).toBeVisible();
    await sound(page, 'roles');
  } finally {
    yard.close();
  }
});
