/** A house at a server of its own, which listens on a second address of this machine and asks everybody to sign in. */
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { type Browser, expect, type Page } from './base.js';

export const word = 'four plain words here';
/** Makes the owner of a house that has not started. */
export async function makeOwner(data: string, name: string): Promise<void> {
  const { ownerCommand } = (await import(pathToFileURL('dist/start/commands.js').href)) as {
    ownerCommand: (house: { data: string; databaseUrl: undefined }, name: string, password: string) => Promise<string>;
  };
  await ownerCommand({ data, databaseUrl: undefined }, name, word);
}
/** Writes a note on a fixture, in the Ledger. */
export async function noteIn(page: Page, text: string, of = /^LX 1/, n = 0): Promise<void> {
  await page.getByRole('row', { name: of }).nth(n).getByRole('gridcell').nth(8).dblclick();
  await page.getByLabel('Edit Notes').fill(text);
  await page.keyboard.press('Enter');
}

/**
 * @param beside  ports beside that of the stories: each house has its own
 * @param saves  whether browsers say that they save data, as those of other stories do
 */
export function makeHouse(beside: number, { saves = true } = {}) {
  const port = Number(process.env.E2E_PORT ?? 4655) + beside;
  const home = `http://127.0.0.2:${port}`;
  let server: ChildProcess;
  let data = '';
  /** @param root  folder of the Dessin that is started */
  const begin = async (root = process.cwd()): Promise<void> => {
    server = spawn(process.execPath, [join(root, 'dist/start/main.js')], {
      cwd: root,
      env: { ...process.env, PORT: String(port), HOST: '127.0.0.2', DESSIN_DATA: data, DATABASE_URL: '' },
      stdio: 'ignore',
    });
    await expect
      .poll(async () => (await fetch(`${home}/api/health`).catch(() => null))?.ok ?? false, { timeout: 60_000 })
      .toBe(true);
  };
  const end = async (): Promise<void> => {
    server.kill('SIGTERM');
    await new Promise((done) => server.once('exit', done));
  };
  return {
    home,
    word,
    port,
    begin,
    end,
    /** Makes an owner, and starts. */
    open: async (owner: string): Promise<void> => {
      data = await mkdtemp(join(tmpdir(), 'dessin-house-'));
      await makeOwner(data, owner);
      await begin();
    },
    close: async (): Promise<void> => {
      await end();
      await rm(data, { recursive: true, force: true });
    },
    /** A browser of one's own. */
    come: async (browser: Browser, width = 1280, height = 800): Promise<Page> => {
      const context = await browser.newContext({
        baseURL: home,
        viewport: { width, height },
        serviceWorkers: saves ? 'block' : 'allow',
      });
      if (saves) await context.addInitScript(() => Object.defineProperty(navigator, 'connection', { value: { saveData: true } }));
      return context.newPage();
    },
    signIn: async (page: Page, name: string, password = word): Promise<void> => {
      const form = page.getByRole('form', { name: 'Sign in' });
      await form.getByLabel('Name').fill(name);
      await form.getByLabel('Password').fill(password);
      await form.getByRole('button', { name: 'Sign in' }).click();
    },
  };
}
