import { chromium } from '@playwright/test';
const [,, who, script, ...rest] = process.argv;
const size = { width: Number(process.env.W ?? 1280), height: Number(process.env.H ?? 800) };
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox','--disable-gpu','--disable-quic','--no-first-run','--disable-background-networking','--disable-component-update','--disable-sync'] });
const page = await browser.newPage({ viewport: size });
page.on('pageerror', (e) => console.log('PAGEERROR', e.message));
page.on('console', (m) => { if (m.type()==='error') console.log('CONSOLE', m.text().slice(0,300)); });
await page.goto('http://127.0.0.1:4180/sign-in');
await page.getByRole('button', { name: who }).click();
await page.getByRole('heading', { name: 'Kitchen in Motion' }).waitFor();
const shot = async (n) => { await page.screenshot({ path: `/tmp/s/${n}.png` }); };
const bench = async (title = 'Toaster rack') => { await page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: title }) }).getByRole('button', { name: /Continue|Start/ }).first().click(); await page.getByRole('toolbar', { name: 'Transport' }).waitFor(); };
const AsyncFunction = Object.getPrototypeOf(async function(){}).constructor;
try { await new AsyncFunction('page','shot','bench', script)(page, shot, bench); } catch (e) { console.log('FAILED', e.message.slice(0,600)); await shot('fail'); }
await browser.close();
