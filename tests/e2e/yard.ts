import { type ChildProcess, spawn } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, type Page, expect, test as base } from '@playwright/test';

const dll = join(import.meta.dirname, '../../.build/app/Wrenlet.Server.dll');

/** The demo's data as the first start makes them, made once for all yards by prepare.ts. */
export const prepared = join(import.meta.dirname, 'test-results', 'prepared');

const freePort = () =>
  new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });

/** The built server with a database of its own, on the scenario's present. */
export class Yard {
  private constructor(
    readonly url: string,
    private readonly process: ChildProcess,
    readonly folder: string,
    readonly code: string,
  ) {}

  static async open(...more: string[]): Promise<Yard> {
    const folder = mkdtempSync(join(tmpdir(), 'wrenlet-e2e-'));
    if (!more.includes('--no-demo') && existsSync(prepared)) cpSync(prepared, folder, { recursive: true });
    return Yard.on(folder, ...more);
  }

  /** A yard whose data lie in a folder. */
  static async on(folder: string, ...more: string[]): Promise<Yard> {
    const port = await freePort();
    const server = spawn(
      'dotnet',
      [
        dll,
        '--data',
        folder,
        '--port',
        String(port),
        '--clock',
        '2026-04-14T08:40',
        ...(more.includes('--think-seconds') ? [] : ['--think-seconds', '1']),
        ...more,
      ],
      // A server that lives for a minute has no use for code that is measured in order to be compiled once more.
      { env: { ...process.env, DOTNET_TieredPGO: '0' } },
    );
    const said = await new Promise<string>((resolve, reject) => {
      let words = '';
      server.stdout.on('data', (data) => String(data).includes('ready') && resolve(String(data)));
      server.stderr.on('data', (data) => (words += data));
      server.on('exit', () => reject(new Error(`The server did not start: ${words}`)));
    });
    const below = more.includes('--base-path') ? more[more.indexOf('--base-path') + 1] : '';
    return new Yard(`http://127.0.0.1:${port}${below}`, server, folder, /code ([A-Z3-]+)/.exec(said)?.[1] ?? '');
  }

  /** Somebody at a browser of their own; null for who has not signed in. */
  async visit(
    browser: Browser,
    name: string | null,
    path = '/',
    viewport = { width: 1280, height: 800 },
  ): Promise<Page> {
    const context = await browser.newContext({ viewport, permissions: ['clipboard-read', 'clipboard-write'] });
    const page = await context.newPage();
    page.on('pageerror', (error) => {
      throw error;
    });
    if (name) {
      const { people } = await (await context.request.get(`${this.url}/api/welcome`)).json();
      const { person } = (people as { person: { id: string; name: string } }[]).find((p) => p.person.name === name)!;
      await context.request.post(`${this.url}/api/session/demo`, { data: { person: person.id } });
    }
    await page.goto(this.url + path);
    if (name) await expect(page.getByRole('link', { name: 'Wrenlet, go to Today' })).toBeVisible();
    return page;
  }

  /** The first visit, in the browser, as far as the firm: then its first administrator is signed in, on Today. */
  async setUp(page: Page, firm: string, address: string, name: string, own: string, password: string, set = 'Service') {
    await page.getByLabel('Code').fill(this.code);
    await page.getByLabel('Name of the firm').fill(firm);
    await page.getByLabel('Mail address of the firm').fill(address);
    await page.getByLabel('Your name').fill(name);
    await page.getByLabel('Your email address').fill(own);
    await page.getByLabel('Password').fill(password);
    await page.getByRole('button', { name: 'Continue' }).click();
    await page.getByRole('radio', { name: new RegExp(`^${set}`) }).check();
    await page.getByRole('button', { name: 'Continue' }).click();
    await page.getByRole('button', { name: 'Set up and sign in' }).click();
    await expect(page.getByRole('heading', { name: 'Who works with you?', exact: true })).toBeVisible();
    await page.goto(`${this.url}/`);
    await expect(page.getByRole('link', { name: 'Wrenlet, go to Today' })).toBeVisible();
  }

  /** Ends the server at once, and waits until it has gone. */
  async stop() {
    const gone = new Promise((resolve) => this.process.once('exit', resolve));
    this.process.kill('SIGTERM');
    await gone;
  }

  close() {
    this.process.kill('SIGKILL');
    rmSync(this.folder, { recursive: true, force: true });
  }
}

type Holder = { file: string; yard: Yard | null };

/** Milliseconds after which a window that is told to close is left behind. */
const longestGoodbye = 60_000;

/** Each file of tests has a yard of its own, so that none meets what another left behind. */
export const test = base.extend<{ yard: Yard; leaving: void }, { holder: Holder }>({
  holder: [
    async ({}, use) => {
      const holder: Holder = { file: '', yard: null };
      await use(holder);
      holder.yard?.close();
    },
    { scope: 'worker' },
  ],
  yard: async ({ holder }, use, info) => {
    if (holder.file !== info.file) {
      holder.yard?.close();
      holder.yard = await Yard.open();
      holder.file = info.file;
    }
    await use(holder.yard!);
  },
  // Who has visited leaves: pages that stay open go on listening and asking, and slow down all that come after them.
  // Once in thousands of times Chromium never answers that a window is closed. That is nothing a test is about: it is said, and left
  // to the browser's own end.
  leaving: [
    async ({ browser }, use, info) => {
      await use();
      const left = Promise.all(browser.contexts().map((context) => context.close())).then(() => true);
      let late: NodeJS.Timeout | undefined;
      const given = new Promise<boolean>((resolve) => (late = setTimeout(() => resolve(false), longestGoodbye)));
      if (!(await Promise.race([left, given]))) console.warn(`A window did not close behind “${info.title}”.`);
      clearTimeout(late);
    },
    { auto: true },
  ],
});

export { expect };

/** Puts away what is said at the foot of the window, also what comes meanwhile. */
export async function putAwayMessages(page: Page) {
  const dismiss = page.getByRole('region', { name: 'Messages' }).getByRole('button', { name: 'Dismiss' });
  await expect(async () => {
    if ((await dismiss.count()) > 0) await dismiss.first().click({ timeout: 1_000 });
    expect(await dismiss.count()).toBe(0);
  }).toPass();
}
