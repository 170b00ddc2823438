import { writeFileSync, mkdirSync } from 'node:fs';
import { By, openBrowser, press, resize, see, signIn } from './src/browser.ts';
mkdirSync('/tmp/shots', { recursive: true });
const url = 'http://127.0.0.1:4177';
export const look = async (fn: (k: {
  driver: Awaited<ReturnType<typeof openBrowser>>['driver'];
  shoot: (n: string) => Promise<void>;
  open: (p: string, theme?: string, w?: number, h?: number) => Promise<void>;
}) => Promise<void>, who = 'Ines Corrie', pin = '2468') => {
  const { driver, quit } = await openBrowser();
  const shoot = async (n: string) => { await driver.sleep(800); writeFileSync(`/tmp/shots/${n}.png`, await driver.takeScreenshot(), 'base64'); };
  const open = async (p: string, theme = 'slate', w = 1280, h = 800) => {
    await resize(driver, w, h);
    await driver.executeScript(`localStorage.setItem('ember-slate-prefs', JSON.stringify({ theme: '${theme}', units: 'metric' }))`);
    await driver.get(url + p); await see(driver, By.css('main h1, main h3'));
  };
  try { await driver.get(url); await signIn(driver, who, pin); await fn({ driver, shoot, open }); }
  catch (e) { console.log(e); await shoot('error'); }
  finally { await quit(); }
};
export { By, press, see };
