import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, type Page, expect, test as base } from '@playwright/test';

const dll = join(import.meta.dirname, '../../.build/app/Wrenlet.Server.dll');

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
    private readonly folder: string,
  ) {}

  static async open(...more: string[]): Promise<Yard> {
    const port = await freePort();
    const folder = mkdtempSync(join(tmpdir(), 'wrenlet-e2e-'));
    const server = spawn('dotnet', [
      dll,
      '--data',
      folder,
      '--port',
      String(port),
      '--clock',
      '2026-04-14T08:40',
      ...(more.includes('--think-seconds') ? [] : ['--think-seconds', '1']),
      ...more,
    ]);
    await new Promise<void>((resolve, reject) => {
      let words = '';
      server.stdout.on('data', (data) => String(data).includes('ready') && resolve());
      server.stderr.on('data', (data) => (words += data));
      server.on('exit', () => reject(new Error(`The server did not start: ${words}`)));
    });
    return new Yard(`http://127.0.0.1:${port}`, server, folder);
  }

  /** Somebody at a browser of their own. */
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
    await page.goto(this.url);
    if (name) {
      await page.getByRole('button', { name }).click();
      await expect(page.getByRole('link', { name: 'Wrenlet, to Today' })).toBeVisible();
      if (path !== '/') await page.goto(this.url + path);
    }
    return page;
  }

  close() {
    this.process.kill('SIGKILL');
    rmSync(this.folder, { recursive: true, force: true });
  }
}

export const test = base.extend<object, { yard: Yard }>({
  yard: [
    async ({}, use) => {
      const yard = await Yard.open();
      await use(yard);
      yard.close();
    },
    { scope: 'worker' },
  ],
});

export { expect };
