import { chromium } from '@playwright/test';
const url = 'http://127.0.0.1:8471';
const [, , who, path, out, w = '1280', h = '800', full = ''] = process.argv as string[];
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--disable-gpu'] });
const p = await b.newPage({ viewport: { width: Number(w), height: Number(h) } });
p.on('pageerror', (e) => console.log('pageerror', e.message));
if (who !== '-') { await p.goto(url + '/sign-in'); await p.getByRole('button', { name: who, exact: true }).click(); await p.getByRole('button', { name: 'Sign in' }).click(); await p.getByRole('heading', { name: /^Today/ }).waitFor(); }
await p.goto(url + path); await p.waitForTimeout(2500);
await p.screenshot({ path: out!, fullPage: full === 'full' });
await b.close();
