/** The browser of the bench: the one that the stories use. */
import { existsSync } from 'node:fs';
import { type Browser, chromium } from '@playwright/test';

const places = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];
export const openBrowser = (): Promise<Browser> =>
  chromium.launch({
    executablePath: process.env.CHROMIUM ?? places.find((place) => existsSync(place)) ?? '',
    args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu', '--disable-background-networking'],
  });
